// Package httpapi serves Ledge over HTTP: the API under /api/v1 and the front end.
package httpapi

import (
	"context"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"

	"ledge/internal/archive"
	"ledge/internal/store"
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
	// RequireSignIn asks everybody for a name and a password; SetupCode then lets the owner be created on the first run. Secure marks the
	// session's cookie for TLS only.
	RequireSignIn bool
	SetupCode     string
	Secure        bool
	// PublicURL is the address under which Ledge is reached from elsewhere, for the codes on papers; the shop's own setting where empty.
	PublicURL string
}

// maxBody bounds an imported file; photographs may be larger, everything else is smaller. An inspection of a large engine is a tenth of it.
const maxBody = 4 << 20

// New returns the handler of the whole application.
func New(o Options) http.Handler {
	router := chi.NewRouter()
	sessions := newSessions(o.Store, o.Secure)
	router.Use(
		middleware.RequestID,
		logRequests(o.Log),
		recoverPanics(o.Log),
		securityHeaders,
		allowHosts(o.AllowedHosts, o.AnyAddress),
		sameOrigin,
		middleware.RequestSize(archive.MaxFile),
		limitSignIns,
		sessionsOf(sessions, o.RequireSignIn),
		gate(o.RequireSignIn, sessions, o.Store),
	)
	router.NotFound(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, http.StatusNotFound, "There is nothing at "+r.URL.Path+".")
	})
	router.MethodNotAllowed(func(w http.ResponseWriter, r *http.Request) {
		writeProblem(w, http.StatusMethodNotAllowed, r.Method+" is not possible at "+r.URL.Path+".")
	})
	router.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) {
		w.Header().Set("Content-Type", "application/json")
		_, _ = w.Write([]byte(`{"status":"ok","version":"` + o.Version + `"}` + "\n"))
	})
	mount(router, o, sessions)
	// Answers of the API stay on this machine: packing them would cost more than it saves.
	front := middleware.Compress(5)(frontEnd(o.Front))
	router.Method(http.MethodGet, "/*", front)
	router.Method(http.MethodHead, "/*", front)
	return router
}

// mount registers every resource and returns the API description.
func mount(router chi.Router, o Options, sessions *scs.SessionManager) huma.API {
	config := huma.DefaultConfig("Ledge", o.Version)
	config.OpenAPIPath, config.DocsPath, config.SchemasPath = "/api/openapi", "", ""
	config.CreateHooks = nil
	config.Components.Schemas = huma.NewMapRegistry("#/components/schemas/", schemaName)
	config.Info.Description = "Lengths are whole numbers of 0.1 nm, angles whole numbers of microdegrees."
	api := humachi.New(router, config)
	a := resources{store: o.Store, log: o.Log, sessions: sessions, signIn: o.RequireSignIn, setupCode: o.SetupCode, public: o.PublicURL, views: &views{}}
	a.jobs(api)
	a.judgement(api)
	a.readings(api)
	a.looks(api)
	a.decisions(api)
	a.plans(api)
	a.gauges(api)
	a.files(api)
	a.archives(api)
	a.readingsFile(api)
	a.walk(api)
	a.parts(api)
	a.photos(api)
	a.rates(api)
	a.shop(api)
	a.costs(api)
	a.orders(api)
	a.papers(api)
	a.record(api)
	a.people(api)
	a.shares(api)
	router.Get("/api/v1/live", a.live)
	a.build(api)
	return api
}

// resources are the handlers; a file for each resource.
type resources struct {
	store     *store.Store
	log       *slog.Logger
	sessions  *scs.SessionManager
	signIn    bool
	setupCode string
	public    string
	views     *views
}

// Describe returns the OpenAPI description as JSON. It needs no store.
func Describe(version string) ([]byte, error) {
	return mount(chi.NewRouter(), Options{Log: slog.New(slog.DiscardHandler), Version: version}, nil).OpenAPI().MarshalJSON()
}

// Serve runs the handler on the listener's server until ctx ends, then lets requests finish.
func Serve(ctx context.Context, server *http.Server, serve func() error) error {
	// Streams of events have no end of their own: they end with the server.
	base, end := context.WithCancel(context.WithoutCancel(ctx))
	defer end()
	server.BaseContext = func(net.Listener) context.Context { return base }
	server.RegisterOnShutdown(end)
	failed := make(chan error, 1)
	go func() { failed <- serve() }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	grace, cancel := context.WithTimeout(context.WithoutCancel(ctx), 5*time.Second)
	defer cancel()
	return server.Shutdown(grace)
}
