package httpapi

import (
	"context"
	"encoding/json"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/google/uuid"

	"ledge/internal/core/instrument"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store/office"
	"ledge/internal/words"
)

// A line's bench hears of it so often at most where something came, and so often at least.
const frameApart, frameAtLeast = 50 * time.Millisecond, time.Second

// line gives a bench the line of an instrument for as long as it listens: a frame a line (cabinet.LineFrame), as JSON.
func (a resources) line(w http.ResponseWriter, r *http.Request) {
	gone := r.Context().Done() // an admitted change outlives its client; a line must not
	a.only(office.Inspector, func(w http.ResponseWriter, r *http.Request) {
		q := r.URL.Query()
		bench, err := uuid.Parse(q.Get("bench"))
		id, badID := uuid.Parse(chi.URLParam(r, "instrument"))
		if err != nil || badID != nil {
			writeProblem(w, http.StatusUnprocessableEntity, words.Told("line.bench"))
			return
		}
		sense, _ := strconv.Atoi(q.Get("sense"))
		after, _ := strconv.Atoi(q.Get("after"))
		held, err := a.shop.HoldLine(r.Context(), cabinet.LineAsked{Instrument: id.String(), Bench: bench.String(),
			Mode: instrument.Mode(q.Get("mode")), Sense: sense, Over: q.Get("over") == "1", Run: q.Get("run"),
			After: after})
		if err != nil {
			a.answer(w, r, err)
			return
		}
		defer held.Release()
		a.streamLine(w, r, held, gone)
	})(w, r)
}

// streamLine tells a bench of its line until either is gone.
func (a resources) streamLine(w http.ResponseWriter, r *http.Request, held *cabinet.Line, gone <-chan struct{}) {
	ended := a.store.SessionsChanged()
	stream := endless(w, "application/x-ndjson")
	out := json.NewEncoder(w)
	for {
		if out.Encode(held.Told()) != nil || stream.Flush() != nil {
			return
		}
		apart := time.After(frameApart)
		select {
		case <-held.News():
			select {
			case <-apart:
			case <-gone:
				return
			}
		case <-time.After(frameAtLeast):
		case <-gone:
			return
		case <-a.stopping:
			return
		case <-ended:
			if ended = a.store.SessionsChanged(); !a.stillMay(r, office.Inspector) {
				return
			}
		case <-held.Lost():
			return
		case <-held.Ended():
			return
		}
	}
}

// cabinetLines registers how instruments are connected.
func (a resources) cabinetLines(api huma.API) {
	serve(a, api, office.Viewer, fetching("get-ports", "/ports", "The serial ports of the machine"),
		func(ctx context.Context, _ *struct{}) ([]string, error) { return a.shop.SerialPorts(ctx) })
	serve(a, api, office.Decider, creating("wire-instrument", "/instruments/{instrument}/link",
		"How an instrument is connected"), func(ctx context.Context, in *struct {
		Instrument string `path:"instrument" format:"uuid"`
		Body       instrument.Deed
	}) ([]cabinet.InstrumentView, error) {
		return a.shop.Wire(ctx, in.Instrument, in.Body)
	})
	register(api, office.Inspector, operation(http.MethodPost, "feed-line", "/instruments/{instrument}/line/{bench}",
		"What a browser had from the port of a gauge", http.StatusNoContent),
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
			Bench      string `path:"bench" format:"uuid"`
			RawBody    []byte `contentType:"application/octet-stream"`
		}) (*struct{}, error) {
			return nil, a.failed(ctx, a.shop.FeedLine(ctx, in.Instrument, in.Bench, in.RawBody))
		})
	register(api, office.Inspector, operation(http.MethodPost, "take-line",
		"/instruments/{instrument}/line/{bench}/taken",
		"Takes a reading of a line, as a foot switch would", http.StatusNoContent),
		func(ctx context.Context, in *struct {
			Instrument string `path:"instrument" format:"uuid"`
			Bench      string `path:"bench" format:"uuid"`
		}) (*struct{}, error) {
			return nil, a.failed(ctx, a.shop.TakeLine(ctx, in.Instrument, in.Bench))
		})
}

// failed is fail where there may be no error.
func (a resources) failed(ctx context.Context, err error) error {
	if err == nil {
		return nil
	}
	return a.fail(ctx, err)
}
