// Package shop is the application: one function for each thing that a person does, and what is
// shown of a job. It knows no HTTP; who asks is in the context (db.As).
package shop

import (
	"context"
	"log/slog"
	"net/netip"
	"sync"

	"ledge/internal/gaugelink"
	"ledge/internal/photo"
	"ledge/internal/shop/cabinet"
	"ledge/internal/shop/people"
	"ledge/internal/shop/refuse"
	"ledge/internal/shop/settings"
	"ledge/internal/store"
	"ledge/internal/words"
)

// Options are what an application is made of; all may be left out but the store.
type Options struct {
	Store *store.Store
	Log   *slog.Logger
	// PublicURL is the address under which Ledge is reached from elsewhere, for the codes on
	// papers; the shop's own setting where empty.
	PublicURL string
	// Sample fills an empty shop when somebody asks for it.
	Sample Sample
	// Rules name what works out the shop's list, so that what one Ledge kept of it no other takes; nothing is kept
	// where they are empty.
	Rules string
	// StandIn lets gauges be connected at pseudo-terminals, where the stand-in plays.
	StandIn bool
	// Listens tells whether an address is one that Ledge itself listens on; nil where it listens nowhere.
	Listens func(netip.AddrPort) bool
}

// An Application does what people ask for. Its methods may be called from many goroutines.
type Application struct {
	*people.Directory
	*settings.Settings
	*cabinet.Instruments
	store    *store.Store
	log      *slog.Logger
	pictures *photo.Maker
	links    *links
	power    *played
	sample   Sample
	sampling sync.Mutex // the sample comes or goes
	listed   *keptLines
	rules    string
}

// New returns the application over a store.
func New(o Options) *Application {
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	holds := settings.Of(o.Store.Office, o.PublicURL)
	return &Application{Directory: people.In(o.Store.Office), Settings: holds,
		Instruments: cabinet.Of(o.Store, holds, gaugelink.Ports{StandIn: o.StandIn, Own: o.Listens}),
		store:       o.Store, log: o.Log, pictures: photo.NewMaker(), links: &links{}, power: &played{},
		sample: o.Sample,
		listed: &keptLines{}, rules: o.Rules}
}

// changed is the job as it stands after a change.
func (a *Application) changed(ctx context.Context, id int64, err error) (JobView, error) {
	if err != nil {
		return JobView{}, err
	}
	return a.view(ctx, id)
}

var noSheet = &refuse.Refusal{Kind: refuse.Missing, Says: words.Told("refuse.no_sheet")}

// Names are those who were at the bench lately.
func (a *Application) Names(ctx context.Context) ([]string, error) { return a.store.Names(ctx) }
