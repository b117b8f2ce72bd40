// Package shop is the application: one function for each thing that a person does, and what is
// shown of a job. It knows no HTTP; who asks is in the context (db.As).
package shop

import (
	"context"
	"errors"
	"log/slog"
	"net/netip"
	"slices"
	"time"

	"ledge/internal/gaugelink"
	"ledge/internal/photo"
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
	store    *store.Store
	log      *slog.Logger
	public   string
	pictures *photo.Maker
	links    *links
	power    *played
	sample   Sample
	lines    *gaugelink.Hub
	ports    gaugelink.Ports
	listed   *keptLines
	rules    string
}

// New returns the application over a store.
func New(o Options) *Application {
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	ports := gaugelink.Ports{StandIn: o.StandIn, Own: o.Listens}
	return &Application{store: o.Store, log: o.Log, public: o.PublicURL, pictures: photo.NewMaker(), links: &links{},
		power: &played{}, sample: o.Sample, ports: ports, listed: &keptLines{}, rules: o.Rules,
		lines: gaugelink.NewHub(ports.Open, time.Now)}
}

// A Kind says what sort of refusal something is.
type Kind int

const (
	// Wrong is something that cannot be as it was entered.
	Wrong Kind = iota
	// Conflicts is something that cannot be as things stand.
	Conflicts
	// Missing is something that is not there.
	Missing
	// Unproven is somebody who did not prove who they are.
	Unproven
)

// A Refusal is what a person asked for and cannot have, in words, with the places that are to blame.
type Refusal struct {
	Kind   Kind
	Says   string
	Places []Place
}

func (r *Refusal) Error() string { return r.Says }

// A Place is a field of what was entered, or a line or pointer of a file, and what is wrong there.
type Place struct {
	// Field is the field's name; File a place in a file that was read, Asked a field of a search.
	Field, File, Asked string
	Says               string
	// Marks are for the page: the code of a question, and what was likely meant.
	Marks any
}

// refuse is a refusal at one field.
func refuse(field, says string) error {
	return &Refusal{Says: says, Places: []Place{{Field: field, Says: says}}}
}

// refuseAll is a refusal at several fields; nil where there are none.
func refuseAll(places []Place) error {
	if len(places) == 0 {
		return nil
	}
	return &Refusal{Says: places[0].Says, Places: places}
}

// within is a refusal whose fields lie inside another.
func within(at string, err error) error {
	var refusal *Refusal
	if !errors.As(err, &refusal) {
		return err
	}
	inside := *refusal
	inside.Places = slices.Clone(refusal.Places)
	for i := range inside.Places {
		inside.Places[i].Field = at + inside.Places[i].Field
	}
	return &inside
}

func conflict(says string) error { return &Refusal{Kind: Conflicts, Says: says} }

// changed is the job as it stands after a change.
func (a *Application) changed(ctx context.Context, id int64, err error) (JobView, error) {
	if err != nil {
		return JobView{}, err
	}
	return a.view(ctx, id)
}

var noSheet = &Refusal{Kind: Missing, Says: words.Told("refuse.no_sheet")}
