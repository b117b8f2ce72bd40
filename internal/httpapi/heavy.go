package httpapi

import (
	"context"
	"errors"
	"io"
	"net/http"
	"os"
	"sync"
	"time"

	"ledge/internal/words"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
)

const (
	// smallBody bounds what is sent but for files: the largest sheet of limits is a quarter of it.
	smallBody = 256 << 10
	// atOnce is how many requests that take much memory are dealt with at the same time, and
	// patience how long others wait.
	atOnce   = 2
	patience = 30 * time.Second
	// uploading is how long a file may take to come.
	uploading = time.Minute
)

// inTurn lets few requests at a time do what takes much memory.
func (a resources) inTurn(ctx huma.Context, next func(huma.Context)) {
	wait, cancel := context.WithTimeout(ctx.Context(), patience)
	defer cancel()
	select {
	case a.turns <- struct{}{}:
		give := sync.OnceFunc(func() { <-a.turns })
		defer give()
		if out := answerOf(ctx.Context()); out != nil {
			out.holds(give)
		}
		next(ctx)
	case <-wait.Done():
		_, w := humachi.Unwrap(ctx)
		writeProblem(w, http.StatusServiceUnavailable, words.Told("refuse.busy_files"))
	}
}

type spoolKey struct{}

// A spooled body is a file that was sent, on the disk: it takes no memory while it comes.
type spooled struct {
	*os.File
	size int64
}

func spooledFrom(ctx context.Context) *spooled {
	s, _ := ctx.Value(spoolKey{}).(*spooled)
	return s
}

// spool takes a body of so many bytes at most onto the disk, for [spooledFrom].
func (a resources) spool(most int64) func(huma.Context, func(huma.Context)) {
	return func(ctx huma.Context, next func(huma.Context)) {
		r, w := humachi.Unwrap(ctx)
		// servers without deadlines have none to move
		_ = http.NewResponseController(w).SetReadDeadline(time.Now().Add(uploading))
		file, err := os.CreateTemp("", "ledge-upload-")
		if err != nil {
			a.answer(w, r, err)
			return
		}
		defer func() {
			_ = file.Close()
			_ = os.Remove(file.Name())
		}()
		size, err := io.Copy(file, http.MaxBytesReader(w, r.Body, most))
		var tooLarge *http.MaxBytesError
		switch {
		case errors.As(err, &tooLarge):
			writeProblem(w, http.StatusRequestEntityTooLarge, words.Told("refuse.file_large"))
			return
		case err != nil && size == 0 && r.ContentLength == 0:
		case err != nil:
			if status, _, _ := answerTo(err); status == http.StatusInternalServerError {
				writeProblem(w, http.StatusBadRequest, words.Told("refuse.file_cut"))
				return
			}
			a.answer(w, r, err)
			return
		}
		if _, err := file.Seek(0, io.SeekStart); err != nil {
			a.answer(w, r, err)
			return
		}
		next(huma.WithValue(ctx, spoolKey{}, &spooled{file, size}))
	}
}

// fileBody describes a body that is a file.
func fileBody() *huma.RequestBody {
	return &huma.RequestBody{Required: true,
		Content: map[string]*huma.MediaType{
			"application/octet-stream": {Schema: &huma.Schema{Type: huma.TypeString, Format: "binary"}}}}
}

// files describes an answer that is a file of a kind.
func files(contentType string) map[string]*huma.Response {
	return map[string]*huma.Response{"200": {Description: "OK",
		Content: map[string]*huma.MediaType{contentType: {Schema: &huma.Schema{Type: huma.TypeString,
			Format: "binary"}}}}}
}
