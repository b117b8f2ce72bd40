package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"strconv"
	"syscall"
	"time"

	"github.com/spf13/cobra"

	"ledge/internal/demo"
	"ledge/internal/httpapi"
	"ledge/internal/store"
	"ledge/internal/webui"
)

// version is set when a release is built.
var version = "dev"

type serveOptions struct {
	database     string
	address      string
	allowedHosts []string
	verbose      bool
	demo         bool
}

func serveCommand() *cobra.Command {
	var o serveOptions
	cmd := &cobra.Command{
		Use:   "serve",
		Short: "Serve Ledge to a browser on this machine",
		Args:  cobra.NoArgs,
		RunE: func(cmd *cobra.Command, _ []string) error {
			return serve(cmd.Context(), cmd.OutOrStdout(), cmd.ErrOrStderr(), o)
		},
	}
	o.flags(cmd, "ledge.db")
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
	cmd.Flags().StringVar(&o.address, "listen", "127.0.0.1:8173", "the loopback address to listen on; a busy port gives the next free one")
	cmd.Flags().StringSliceVar(&o.allowedHosts, "allow-host", nil, "a further host name to answer to")
	cmd.Flags().BoolVar(&o.verbose, "verbose", false, "log every request")
}

func serve(ctx context.Context, out, logs io.Writer, o serveOptions) error {
	level := slog.LevelInfo
	if o.verbose {
		level = slog.LevelDebug
	}
	log := slog.New(slog.NewTextHandler(logs, &slog.HandlerOptions{Level: level}))
	listener, err := listen(o.address)
	if err != nil {
		return err
	}
	defer listener.Close()
	s, err := store.Open(ctx, o.database, time.Now)
	if errors.Is(err, store.ErrInUse) {
		return fmt.Errorf("another Ledge is already running on %s; stop it first, or name another file with --db", o.database)
	}
	if err != nil {
		return err
	}
	defer s.Close()
	if o.demo {
		if err := demo.Fill(ctx, s, time.Now()); err != nil {
			return err
		}
	}
	server := &http.Server{
		Handler:           httpapi.New(httpapi.Options{Store: s, Log: log, Front: webui.Files(), AllowedHosts: o.allowedHosts, Version: version}),
		ReadHeaderTimeout: 5 * time.Second,
		ReadTimeout:       30 * time.Second,
		IdleTimeout:       2 * time.Minute,
		MaxHeaderBytes:    64 << 10,
		ErrorLog:          slog.NewLogLogger(log.Handler(), slog.LevelWarn),
	}
	fmt.Fprintf(out, "Ledge is at http://%s/ with %s. Stop it with Ctrl+C.\n", listener.Addr(), o.database)
	if err := httpapi.Serve(ctx, server, func() error { return server.Serve(listener) }); err != nil && !errors.Is(err, http.ErrServerClosed) {
		return err
	}
	fmt.Fprintln(out, "Ledge has stopped.")
	return nil
}

// listen takes the address, or the next free port after it. Until people sign in, only this machine may connect.
func listen(address string) (net.Listener, error) {
	host, portText, err := net.SplitHostPort(address)
	if err != nil {
		return nil, fmt.Errorf("--listen %s: %w", address, err)
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return nil, fmt.Errorf("--listen %s: Ledge has no sign-in yet and so listens on this machine only; use 127.0.0.1 or [::1]", address)
	}
	port, err := strconv.Atoi(portText)
	if err != nil || port < 0 || port > 65535 {
		return nil, fmt.Errorf("--listen %s: %q is not a port", address, portText)
	}
	for last := port + 20; ; port++ {
		listener, err := net.Listen("tcp", net.JoinHostPort(host, strconv.Itoa(port)))
		if err == nil || port == 0 || port >= min(last, 65535) || !errors.Is(err, syscall.EADDRINUSE) {
			return listener, err
		}
	}
}
