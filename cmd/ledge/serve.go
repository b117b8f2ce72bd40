package main

import (
	"bufio"
	"context"
	"crypto/rand"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"runtime/debug"
	"slices"
	"strconv"
	"strings"
	"sync"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"ledge/internal/demo"
	"ledge/internal/httpapi"
	"ledge/internal/shop/settings"
	"ledge/internal/store"
	"ledge/internal/store/db"
	"ledge/internal/webui"
	"ledge/internal/words"
)

// version is set when a release is built.
var version = "dev"

type serveOptions struct {
	database     string
	address      string
	allowedHosts []string
	signIn       bool
	certificate  string
	key          string
	publicURL    string
	create       bool
	copies       int
	copiesIn     string
	verbose      bool
	demo         bool
	standIn      bool
}

func serveCommand() *cobra.Command {
	var o serveOptions
	cmd := &cobra.Command{
		Use:   "serve",
		Short: "Serve Ledge to browsers: on this machine, or on the network with sign-in",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			if err := o.mayCreate(cmd.InOrStdin(), cmd.OutOrStdout()); err != nil {
				return err
			}
			return serve(cmd.Context(), cmd.OutOrStdout(), cmd.ErrOrStderr(), o)
		},
	}
	o.flags(cmd, "ledge.db")
	cmd.Flags().BoolVar(&o.create, "new", false, "start a new shop where there is no such file")
	return cmd
}

func demoCommand() *cobra.Command {
	o := serveOptions{demo: true}
	cmd := &cobra.Command{
		Use:   "demo",
		Short: "Serve Ledge with the jobs of an invented workshop; what is entered stays",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return serve(cmd.Context(), cmd.OutOrStdout(), cmd.ErrOrStderr(), o)
		},
	}
	o.flags(cmd, "demo.db")
	return cmd
}

func (o *serveOptions) flags(cmd *cobra.Command, database string) {
	cmd.Flags().StringVar(&o.database, "db", database, "the database file")
	cmd.Flags().StringVar(&o.address, "listen", "127.0.0.1:8173",
		"the address to listen on. On any but a loopback address people must sign in")
	cmd.Flags().BoolVar(&o.standIn, "stand-in", false,
		"let gauges be connected at pseudo-terminals, where ledge gauge plays; the demo does")
	cmd.Flags().BoolVar(&o.signIn, "require-sign-in", false, "people must sign in on this machine, too")
	cmd.Flags().StringVar(&o.certificate, "tls-cert", "", "a certificate, to serve over TLS")
	cmd.Flags().StringVar(&o.key, "tls-key", "", "the certificate's key")
	cmd.Flags().StringVar(&o.publicURL, "public-url", "",
		"the address under which Ledge is reached from elsewhere, for the codes on papers; "+
			"the shop's own setting where empty")
	cmd.Flags().IntVar(&o.copies, "copies", 14, "how many daily copies of the database to keep; 0 makes none")
	cmd.Flags().StringVar(&o.copiesIn, "copies-in", "",
		"the folder of the daily copies; beside the database where empty")
	cmd.MarkFlagsRequiredTogether("tls-cert", "tls-key")
	cmd.Flags().StringSliceVar(&o.allowedHosts, "allow-host", nil, "a further host name to answer to")
	cmd.Flags().BoolVar(&o.verbose, "verbose", false, "log every request")
}

func serve(ctx context.Context, out, logs io.Writer, o serveOptions) error {
	level := slog.LevelInfo
	if o.verbose {
		level = slog.LevelDebug
	}
	log := slog.New(slog.NewTextHandler(logs, &slog.HandlerOptions{Level: level}))
	public, sentence := settings.PublicURL(o.publicURL)
	if sentence != "" {
		return fmt.Errorf("--public-url: %s", sentence)
	}
	listener, err := listen(o.address, o.demo)
	if err != nil {
		return err
	}
	defer listener.Close()
	if wanted, at := o.address, listener.Addr().String(); o.demo && !sameAddress(wanted, at) {
		fmt.Fprintf(out, "Something else is at %s already; this demo goes to another port.\n", wanted)
	}
	s, err := store.Open(ctx, o.database, time.Now)
	if err != nil {
		return openError(o.database, err)
	}
	defer s.Close()
	debug.SetMemoryLimit(memory)
	debug.SetGCPercent(400)
	if s.Settled != "" {
		fmt.Fprintln(out, s.Settled)
	}
	if s.OldCopy != "" {
		fmt.Fprintf(out, "%s was brought up to date; as it was before it is kept in %s.\n", o.database, s.OldCopy)
	}
	if o.demo {
		if err := demo.Fill(ctx, s, time.Now()); err != nil {
			return err
		}
	}
	stopping := make(chan struct{})
	network := !listener.Addr().(*net.TCPAddr).IP.IsLoopback()
	options := httpapi.Options{Store: s, Log: log, Front: webui.Files(), AllowedHosts: o.allowedHosts,
		AnyAddress: network, Version: version,
		RequireSignIn: o.signIn || network, Secure: o.certificate != "", PublicURL: public, Stopping: stopping,
		Sample: demo.Sample(), StandIn: o.demo || o.standIn, Listens: listensOn(listener.Addr()), Rules: rules(),
		Port: listener.Addr().(*net.TCPAddr).Port}
	code := ""
	if options.RequireSignIn {
		if code, err = setupCode(ctx, s); err != nil {
			return err
		}
		options.SetupCode = code
	}
	server := &http.Server{
		Handler:           httpapi.New(options),
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		IdleTimeout:       2 * time.Minute,
		MaxHeaderBytes:    64 << 10,
		ErrorLog:          slog.NewLogLogger(log.Handler(), slog.LevelWarn),
	}
	scheme, run := "http", func() error { return server.Serve(httpapi.Bounded(listener)) }
	if o.certificate != "" {
		scheme, run = "https", func() error { return server.ServeTLS(httpapi.Bounded(listener), o.certificate, o.key) }
	}
	fmt.Fprintf(out, "Ledge is at %s://%s/ with %s. Stop it with Ctrl+C.\n", scheme, listener.Addr(), o.database)
	if network && o.certificate == "" {
		fmt.Fprintln(out, "Without --tls-cert, whoever is on the same network can read along, passwords too.")
	}
	if code != "" {
		fmt.Fprintf(out, "Nobody can sign in yet. Open that address and create the owner with this code: %s\n", code)
	}
	watching, done := context.WithCancel(ctx)
	var background sync.WaitGroup
	background.Go(func() { dailyCopies(watching, s, o, log) })
	background.Go(func() { lookThrough(watching, s, log) })
	defer background.Wait()
	defer done()
	if err := httpapi.Serve(ctx, server, run, stopping); err != nil && !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	fmt.Fprintln(out, "Ledge has stopped.")
	return nil
}

// memory is how much Go may use before it tidies up more often; nothing that is sent takes as much.
const memory = 300 << 20

// openError says what keeps a shop's file from being opened, and what is safe.
func openError(database string, err error) error {
	switch {
	case errors.Is(err, db.ErrInUse):
		return fmt.Errorf("another Ledge is already running on %s; stop it first, "+
			"or name another file with --db", database)
	case db.DiskFull(err):
		return fmt.Errorf("%s cannot be opened. %s", database, words.Told("trouble.full"))
	case db.DiskFailed(err):
		return fmt.Errorf("%s cannot be opened: its disk fails. Nothing of it was changed; "+
			"make a copy of the file on another disk and open that", database)
	}
	return err
}

// lookThrough looks for damaged pages while people work, and says so in the shop.
func lookThrough(ctx context.Context, s *store.Store, log *slog.Logger) {
	if err := s.LookThrough(ctx); err != nil && ctx.Err() == nil {
		log.Error("the database is damaged", "error", err)
	}
}

// mayCreate refuses a file that is not there, which may only be mistyped, unless a new shop was
// asked for or somebody at the keyboard confirms it.
func (o *serveOptions) mayCreate(in io.Reader, out io.Writer) error {
	info, err := os.Stat(o.database)
	// An empty file is no shop either: it is what a full disk leaves.
	if err == nil && info.Size() > 0 || err != nil && !errors.Is(err, fs.ErrNotExist) || o.create ||
		db.Restoring(o.database) {
		return nil
	}
	missing := fmt.Errorf("there is no file %s; name the right one with --db, or start a new shop with --new",
		o.database)
	if file, ok := in.(*os.File); ok {
		if info, err := file.Stat(); err != nil || info.Mode()&os.ModeCharDevice == 0 {
			return missing
		}
	}
	fmt.Fprintf(out, "There is no file %s yet. Start a new shop in it? [y/N] ", o.database)
	answer, _ := bufio.NewReader(in).ReadString('\n')
	if answer = strings.ToLower(strings.TrimSpace(answer)); answer != "y" && answer != "yes" {
		return missing
	}
	return nil
}

// setupCode is what the owner is created with; empty where somebody can sign in already.
func setupCode(ctx context.Context, s *store.Store) (string, error) {
	people, err := s.People(ctx)
	if err != nil || len(people) > 0 {
		return "", err
	}
	return strings.ToLower(rand.Text()[:12]), nil
}

// dailyCopies looks every hour whether today's copy is there.
func dailyCopies(ctx context.Context, s *store.Store, o serveOptions, log *slog.Logger) {
	if o.copies <= 0 {
		return
	}
	folder := o.copiesIn
	if folder == "" {
		folder = db.CopiesBeside(o.database)
	}
	for wait := 10 * time.Second; ; wait = time.Hour {
		select {
		case <-ctx.Done():
			return
		case <-time.After(wait):
		}
		made, err := s.DailyCopy(ctx, folder, o.copies)
		switch {
		case err != nil && ctx.Err() == nil:
			log.Error("no daily copy of the database", "folder", folder, "error", err)
		case made != "":
			log.Info("daily copy", "file", made)
		}
	}
}

// rules name this very program: another one may judge otherwise.
func rules() string {
	path, err := os.Executable()
	if err != nil {
		return ""
	}
	info, err := os.Stat(path)
	if err != nil {
		return ""
	}
	return fmt.Sprintf("%s %d %d", version, info.Size(), info.ModTime().UnixNano())
}

// sameAddress tells whether an address that was asked for names the port that was taken; port 0 names any.
func sameAddress(wanted, taken string) bool {
	_, want, err := net.SplitHostPort(wanted)
	_, took, err2 := net.SplitHostPort(taken)
	return err != nil || err2 != nil || want == "0" || want == took
}

// listensOn tells which addresses lead back to a listener: its port, at any address of this machine.
func listensOn(own net.Addr) func(netip.AddrPort) bool {
	port := own.(*net.TCPAddr).AddrPort().Port()
	return func(at netip.AddrPort) bool {
		if at.Port() != port {
			return false
		}
		if at.Addr().Unmap().IsLoopback() {
			return true
		}
		mine, err := net.InterfaceAddrs()
		return err != nil || slices.ContainsFunc(mine, func(a net.Addr) bool {
			prefix, err := netip.ParsePrefix(a.String())
			return err == nil && prefix.Addr().Unmap() == at.Addr().Unmap()
		})
	}
}

// listen takes the address; where its port is taken and another will do, the next free one after it.
func listen(address string, another bool) (net.Listener, error) {
	host, portText, err := net.SplitHostPort(address)
	if err != nil {
		return nil, fmt.Errorf("--listen %s: %w", address, err)
	}
	port, err := strconv.Atoi(portText)
	if err != nil || port < 0 || port > 65535 {
		return nil, fmt.Errorf("--listen %s: %q is not a port", address, portText)
	}
	for last := port + 20; ; port++ {
		listener, err := net.Listen("tcp", net.JoinHostPort(host, strconv.Itoa(port)))
		if err != nil && inUse(err) && !another {
			return nil, fmt.Errorf("something else listens at %s already, perhaps another Ledge: stop it, "+
				"or name another port with --listen", address)
		}
		if err == nil || port == 0 || port >= min(last, 65535) || !inUse(err) {
			return listener, err
		}
	}
}

// inUse reports whether an address was refused because somebody else has it.
func inUse(err error) bool {
	// Windows has an error of its own for it, which Go names on every system by its number.
	return errors.Is(err, syscall.EADDRINUSE) || errors.Is(err, syscall.Errno(10048))
}
