package httpapi

import (
	"bytes"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"ledge/internal/words"
)

const noFront = `<!doctype html><html lang="en"><title>Ledge</title><body><h1>Ledge</h1>
<p>This build has no front end. Run <code>make build</code>.</p></body></html>`

// places begin the paths that the front end's router knows; anything else is not answered with a page.
var places = map[string]bool{"": true, "index.html": true, "jobs": true, "rates": true, "cards": true, "gauges": true,
	"search":  true,
	"learned": true, "people": true, "r": true}

// frontEnd serves the built files; the paths of places get index.html, whose router knows them. A
// missing asset is a 404, so that a stale page notices.
func frontEnd(front fs.FS) http.HandlerFunc {
	files := http.FileServerFS(front)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		switch {
		case strings.HasPrefix(name, "api/") || name == "api":
			writeProblem(w, http.StatusNotFound, words.Told("refuse.nothing_at", "path", r.URL.Path))
		case strings.HasPrefix(name, "assets/"):
			if _, err := fs.Stat(front, name); err != nil {
				writeProblem(w, http.StatusNotFound, words.Told("refuse.no_file"))
				return
			}
			w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			files.ServeHTTP(w, r)
		case name != "" && name != "index.html" && isFile(front, name):
			files.ServeHTTP(w, r)
		case !places[strings.SplitN(name, "/", 2)[0]]:
			writeProblem(w, http.StatusNotFound, words.Told("refuse.nothing_at", "path", r.URL.Path))
		default:
			serveIndex(w, r, front)
		}
	}
}

func isFile(front fs.FS, name string) bool {
	info, err := fs.Stat(front, name)
	return err == nil && !info.IsDir()
}

// serveIndex puts the nonce of this answer into the page, where the style library reads it.
func serveIndex(w http.ResponseWriter, r *http.Request, front fs.FS) {
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.Header().Set("Cache-Control", "no-cache")
	page, err := fs.ReadFile(front, "index.html")
	if err != nil {
		_, _ = w.Write([]byte(noFront))
		return
	}
	nonce, _ := r.Context().Value(nonceKey{}).(string)
	_, _ = w.Write(bytes.ReplaceAll(page, []byte("{{nonce}}"), []byte(nonce)))
}
