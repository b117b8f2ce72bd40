// Package httpapi serves Ledge over HTTP: the API under /api/v1 and the front end.
package httpapi

import (
	"context"
	"errors"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"ledge/internal/archive"
	"ledge/internal/help"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// Options are what a server needs; all are required but AllowedHosts.
type Options struct {
	Store *store.Store
	Log   *slog.Logger
	// Front is the built front end, with index.html at its root.
	Front fs.FS
	// AllowedHosts are host names taken beside localhost and the loopback addresses.
	AllowedHosts []string
	// AnyAddress answers to every address given as a number, as one of a local network.
	AnyAddress bool
	Version    string
	// RequireSignIn asks everybody for a name and a password; SetupCode then lets the owner be
	// created on the first run. Secure marks the session's cookie for TLS only.
	RequireSignIn bool
	SetupCode     string
	Secure        bool
	// PublicURL is the address under which Ledge is reached from elsewhere, for the codes on
	// papers; the shop's own setting where empty.
	PublicURL string
	// Sample fills an empty shop when somebody asks for it.
	Sample shop.Sample
	// Port is the one that Ledge listens on: its cookie's name carries it, since cookies do not tell ports apart.
	Port int
	// Rules name what works out the shop's list; nothing of it is kept for the next start where they are empty.
	Rules string
	// StandIn lets gauges be connected at pseudo-terminals, where the stand-in plays.
	StandIn bool
	// Listens tells whether an address is one that Ledge itself listens on; nil where it listens nowhere.
	Listens func(netip.AddrPort) bool
	// Stopping is closed when the server stops.
	Stopping <-chan struct{}
}

// maxBody bounds an imported file; photographs may be larger, everything else is smaller. An
// inspection of a large engine is a tenth of it.
const maxBody = 4 << 20

// New returns the handler of the whole application.
func New(o Options) http.Handler {
	a := newResources(o)
	if o.Rules != "" {
		go a.keepList(o.Stopping)
	}
	return a.routes(o)
}

// keepList works out the shop's list, and keeps it for the next start, until the server stops.
func (a resources) keepList(stopping <-chan struct{}) {
	ctx, end := context.WithCancel(context.Background())
	defer end()
	go func() {
		select {
		case <-stopping:
			end()
		case <-ctx.Done():
		}
	}()
	err := a.shop.WarmUp(ctx)
	for ctx.Err() == nil {
		if err != nil {
			a.log.LogAttrs(ctx, slog.LevelWarn, "the list for the next start", slog.Any("error", err))
		}
		select {
		case <-ctx.Done():
		case <-time.After(keepApart):
			err = a.shop.KeepLines(ctx)
		}
	}
}

// keepApart is how long after another the list is kept again; what changed meanwhile is worked out anew after a start.
const keepApart = 10 * time.Second

func (a resources) routes(o Options) http.Handler {
	router := chi.NewRouter()
	router.Use(
		patient,
		middleware.RequestID,
		logRequests(o.Log),
		recoverPanics(o.Log),
		securityHeaders,
		allowHosts(o.AllowedHosts, o.AnyAddress),
		sameOrigin,
		middleware.RequestSize(archive.MaxFile),
		withDevice,
		fromAddress,
	)
	unrouted(router, o.Version)
	router.Group(func(signed chi.Router) {
		if o.RequireSignIn {
			signed.Use(a.sessions.LoadAndSave)
		}
		signed.Get("/api/v1/live", a.only(office.Viewer, a.live))
		signed.Get("/api/v1/instruments/{instrument}/line", a.line)
		signed.Group(func(answers chi.Router) {
			// Streams are not counted: they last as long as a page is open.
			answers.Use(a.throttled, middleware.Compress(5))
			api := a.mount(answers, o.Version)
			answers.Get("/api/openapi.json", a.only(office.Viewer, a.description(api)))
		})
	})
	router.Method(http.MethodGet, help.Prefix+"*", middleware.Compress(5)(help.Handler()))
	front := middleware.Compress(5)(frontEnd(o.Front))
	router.Method(http.MethodGet, "/*", front)
	router.Method(http.MethodHead, "/*", front)
	return router
}

// unrouted answers where nothing else does, and says that Ledge is there.
func unrouted(router chi.Router, version string) {
	router.NotFound(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, http.StatusNotFound, words.Told("refuse.nothing_at", "path", r.URL.Path))
	})
	router.MethodNotAllowed(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, http.StatusMethodNotAllowed,
			words.Told("refuse.method", "method", r.Method, "path", r.URL.Path))
	})
	router.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/json")
		_, _ = w.Write([]byte(`{"status":"ok","version":"` + version + `"}` + "\n"))
	})
}

func newResources(o Options) resources {
	stopping := o.Stopping
	if stopping == nil {
		stopping = make(chan struct{})
	}
	application := shop.New(shop.Options{Store: o.Store, Log: o.Log, PublicURL: o.PublicURL, Sample: o.Sample,
		StandIn: o.StandIn, Listens: o.Listens, Rules: o.Rules})
	a := resources{shop: application, store: o.Store, log: o.Log, signIn: o.RequireSignIn, setupCode: o.SetupCode,
		stopping: stopping, tries: newTries(o.Log),
		turns: make(chan struct{}, atOnce), places: make(chan struct{}, together),
		ofOne: &machines{of: map[string]chan struct{}{}}}
	a.sessions = newSessions(o.Store, o.Log, cookieName(o.Port, o.Secure), o.Secure)
	return a
}

// mount registers every resource and returns the API description.
func (a resources) mount(router chi.Router, version string) huma.API {
	config := huma.DefaultConfig("Ledge", version)
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "", "", ""
	config.CreateHooks = nil
	config.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	lists(config.Components.Schemas)
	config.Info.Description = "Lengths are whole numbers of 0.1 nm, angles whole numbers of microdegrees. " +
		"Who asks is told by the session, or on this machine by the header " + personHeader + "."
	api := humachi.New(router, config)
	api.UseMiddleware(a.gate)
	for _, register := range []func(huma.API){a.jobs, a.head, a.policies, a.limits, a.bench, a.plans, a.quick, a.states,
		a.spots, a.parts, a.components, a.decisions, a.orders, a.papers, a.shares, a.cards, a.limitTables,
		a.openFiles, a.archives, a.photos, a.notes, a.assembly, a.cabinet,
		a.record,
		a.settings, a.address, a.locals, a.begins, a.session, a.owner, a.people, a.browsers} {
		register(api)
	}
	chosen(config.Components.Schemas)
	return api
}

// resources are the handlers; a file for each resource.
type resources struct {
	shop      *shop.Application
	store     *store.Store
	log       *slog.Logger
	sessions  *scs.SessionManager
	signIn    bool
	setupCode string
	// tries counts what was wrong of those who try to sign in.
	tries *tries
	// turns lets few at a time do what takes much memory.
	turns, places chan struct{}
	ofOne         *machines
	// stopping is closed when the server stops: streams end then, and nothing else.
	stopping <-chan struct{}
}

// Describe returns the OpenAPI description as JSON. It needs no store.
func Describe(version string) ([]byte, error) {
	a := newResources(Options{Store: &store.Store{}, Log: slog.New(slog.DiscardHandler)})
	return a.mount(chi.NewRouter(), version).OpenAPI().MarshalJSON()
}

// description answers with what is described of the API.
func (a resources) description(api huma.API) http.HandlerFunc {
	text := sync.OnceValues(api.OpenAPI().MarshalJSON)
	return func(w http.ResponseWriter, r *http.Request) {
		json, err := text()
		if err != nil {
			a.answer(w, r, err)
			return
		}
		w.Header().Set("Content-Type", "application/vnd.oai.openapi+json")
		_, _ = w.Write(json)
	}
}

// grace is how long requests under way may take to finish when the server stops.
const grace = 8 * time.Second

// Serve runs the handler on the listener's server until ctx ends, then lets requests finish; what is not done after a
// while, such as an answer that nobody reads, is closed.
// stopping is closed first, so that streams of events, which have no end of their own, end with it.
func Serve(ctx context.Context, server *http.Server, serve func() error, stopping chan<- struct{}) error {
	return serveUntil(ctx, server, serve, stopping, grace)
}

func serveUntil(ctx context.Context, server *http.Server, serve func() error, stopping chan<- struct{},
	grace time.Duration) error {
	base := context.WithoutCancel(ctx)
	server.BaseContext = func(net.Listener) context.Context { return base }
	server.RegisterOnShutdown(func() { close(stopping) })
	failed := make(chan error, 1)
	go func() { failed <- serve() }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	last, cancel := context.WithTimeout(base, grace)
	defer cancel()
	if err := server.Shutdown(last); err != nil && !errors.Is(err, context.DeadlineExceeded) {
		return err
	}
	return server.Close()
}
