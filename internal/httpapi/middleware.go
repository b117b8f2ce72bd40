package httpapi

import (
	"context"
	"crypto/rand"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"path"
	"runtime"
	"slices"
	"strings"
	"time"

	"ledge/internal/words"

	"github.com/go-chi/chi/v5/middleware"
)

func logRequests(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			begun := time.Now()
			seen := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
			next.ServeHTTP(seen, r)
			log.LogAttrs(r.Context(), slog.LevelDebug, "request", slog.String("method", r.Method),
				slog.String("path", shownPath(r)),
				slog.Int("status", seen.Status()), slog.Duration("took", time.Since(begun)),
				slog.String("id", middleware.GetReqID(r.Context())))
		})
	}
}

// shownPath is a request's path without what a customer's link holds: whoever has its token reads the report.
func shownPath(r *http.Request) string {
	parts := strings.Split(r.URL.Path, "/")
	for i := 1; i < len(parts); i++ {
		if parts[i-1] == "shared" || i == 2 && parts[1] == "r" {
			parts[i] = "…"
		}
	}
	return strings.Join(parts, "/")
}

func recoverPanics(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			defer func() {
				if p := recover(); p != nil {
					if p == http.ErrAbortHandler {
						panic(p)
					}
					log.ErrorContext(r.Context(), "panic", "value", p, "path", shownPath(r), "at", culprit(),
						"id", middleware.GetReqID(r.Context()))
					writeProblem(w, http.StatusInternalServerError, words.Told("refuse.unexpected"))
				}
			}()
			next.ServeHTTP(w, r)
		})
	}
}

// culprit is the place of Ledge's own that panicked.
func culprit() string {
	var calls [64]uintptr
	frames := runtime.CallersFrames(calls[:runtime.Callers(3, calls[:])])
	for {
		frame, more := frames.Next()
		if strings.HasPrefix(frame.Function, "ledge/") && !strings.Contains(frame.Function, "recoverPanics") {
			return fmt.Sprintf("%s:%d", path.Base(frame.File), frame.Line)
		}
		if !more {
			return ""
		}
	}
}

type nonceKey struct{}

// securityHeaders allows only what Ledge ships; styles that the front end makes at run time carry the nonce.
func securityHeaders(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		nonce := rand.Text()
		h := w.Header()
		h.Set("Content-Security-Policy", "default-src 'self'; style-src 'self' 'nonce-"+nonce+"'; "+
			"object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'")
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), nonceKey{}, nonce)))
	})
}

// allowHosts refuses requests that name another host, as a page of a stranger's domain pointed at this
// machine would.
func allowHosts(allowed []string, anyAddress bool) func(http.Handler) http.Handler {
	allowed = slices.Clone(allowed)
	for i := range allowed {
		allowed[i] = strings.ToLower(strings.TrimSuffix(allowed[i], "."))
	}
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			host := r.Host
			if name, _, err := net.SplitHostPort(host); err == nil {
				host = name
			}
			host = strings.ToLower(strings.TrimSuffix(strings.Trim(host, "[]"), "."))
			ip := net.ParseIP(host)
			if host == "localhost" || ip != nil && (anyAddress || ip.IsLoopback()) || slices.Contains(allowed, host) {
				next.ServeHTTP(w, r)
				return
			}
			writeProblem(w, http.StatusMisdirectedRequest, words.Told("refuse.host"))
		})
	}
}

// sameOrigin refuses changes asked for by pages of other origins.
func sameOrigin(next http.Handler) http.Handler {
	protection := http.NewCrossOriginProtection()
	protection.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		writeProblem(w, http.StatusForbidden, words.Told("refuse.origin"))
	}))
	return protection.Handler(next)
}
