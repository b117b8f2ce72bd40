// Package help serves the guide that ships with Ledge as pages.
package help

import (
	"bytes"
	_ "embed"
	"fmt"
	"html/template"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"github.com/yuin/goldmark"
	"github.com/yuin/goldmark/extension"
	"github.com/yuin/goldmark/parser"

	"ledge/docs"
	"ledge/internal/words"
)

// Prefix is where the pages are.
const Prefix = "/help/"

// first is the page that Prefix itself leads to.
const first = "guide/README.md"

//go:embed help.css
var style []byte

var page = template.Must(template.New("page").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{{.Title}} · Ledge</title>
<link rel="icon" href="/ledge.svg">
<link rel="stylesheet" href="{{.Prefix}}help.css">
</head>
<body>
<nav><a href="/">{{.Shop}}</a> · <a href="{{.Prefix}}guide/README.md">{{.Guide}}</a></nav>
<main class="scroll">
{{.Body}}
</main>
</body>
</html>
`))

var markdown = goldmark.New(goldmark.WithExtensions(extension.GFM),
	goldmark.WithParserOptions(parser.WithAutoHeadingID()))

// Handler serves the pages, the pictures in them and their style.
func Handler() http.Handler {
	files := http.StripPrefix(Prefix, http.FileServerFS(docs.Pages))
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), strings.TrimSuffix(Prefix, "/"))
		switch name = strings.TrimPrefix(name, "/"); {
		case name == "":
			http.Redirect(w, r, Prefix+first, http.StatusFound)
		case name == "help.css":
			w.Header().Set("Content-Type", "text/css; charset=utf-8")
			_, _ = w.Write(style)
		case path.Ext(name) == ".md":
			serve(w, name)
		case path.Ext(name) != "":
			files.ServeHTTP(w, r)
		default:
			http.NotFound(w, r)
		}
	})
}

func serve(w http.ResponseWriter, name string) {
	html, title, err := Page(name)
	if err != nil {
		http.Error(w, words.Told("refuse.no_file"), http.StatusNotFound)
		return
	}
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	_ = page.Execute(w, map[string]any{"Title": title, "Body": html, "Prefix": Prefix,
		"Shop": words.Told("help.shop"), "Guide": words.Told("help.guide")})
}

// Page is one page in HTML, with its title.
func Page(name string) (html template.HTML, title string, err error) {
	text, err := fs.ReadFile(docs.Pages, name)
	if err != nil {
		return "", "", fmt.Errorf("page %s: %w", name, err)
	}
	heading, _, _ := strings.Cut(string(text), "\n")
	var out bytes.Buffer
	if err := markdown.Convert(text, &out); err != nil {
		return "", "", fmt.Errorf("page %s: %w", name, err)
	}
	return template.HTML(out.String()), strings.TrimLeft(heading, "# "), nil //nolint:gosec // our own pages
}
