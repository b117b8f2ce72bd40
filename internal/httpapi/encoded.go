package httpapi

import (
	"bytes"
	"encoding/json"
	"io"
	"sync"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/inspection"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/store"
)

// mostEncoded bounds the answers kept as they are sent: those of the jobs that people are at.
const mostEncoded = 24

// An encodedView is a job as it is sent, made when it is first sent and shared by all who ask. Most of its parts are the same after a
// reading as before it: their texts are taken over.
type encodedView struct {
	once   sync.Once
	text   []byte
	err    error
	before map[partKey][]byte // those of the view before
	mu     sync.Mutex
	parts  map[partKey][]byte
}

// A partKey tells whether a part would be sent as before: what of it may change, by value or by where it is kept. Records in memory are
// never changed in place.
type partKey struct {
	id                              int64
	tape                            *store.Reading
	readings, looks, finding, added int
	look                            *store.Look
	station                         *string
	unworn, fittedStep, fittedShell *unit.Length
	title, standing, sees           string
	expected                        inspection.Expectation
	mating                          Mating
	expects, mates                  bool
}

func keyOf(f *FeatureView) partKey {
	k := partKey{id: f.ID, readings: len(f.Tape), looks: len(f.Looks), finding: f.Finding, added: f.Added, unworn: f.Unworn, fittedStep: f.FittedStep, fittedShell: f.FittedShell,
		title: f.Title, standing: f.Standing, sees: f.Sees}
	if len(f.Tape) > 0 {
		k.tape = &f.Tape[0]
	}
	if len(f.Looks) > 0 {
		k.look = &f.Looks[0]
	}
	if len(f.Stations) > 0 {
		k.station = &f.Stations[0]
	}
	if f.Expected != nil {
		k.expects, k.expected = true, *f.Expected
	}
	if f.Mating != nil {
		k.mates, k.mating = true, *f.Mating
	}
	return k
}

// bytes is the view as JSON.
func (v JobView) bytes() ([]byte, error) {
	if v.encoded == nil {
		return encode(v)
	}
	e := v.encoded
	e.once.Do(func() {
		e.text, e.err = e.encode(v)
		e.before = nil
	})
	return e.text, e.err
}

// others are the fields of a view but for its parts.
type others struct {
	*plainView
	Features *int `json:"features,omitempty"`
	Walk     *int `json:"walk,omitempty"`
}

// itemsKey is that of what is asked of an engine, which stays as long as its job.
var itemsKey = partKey{title: "items"}

type plainView JobView

func (e *encodedView) encode(v JobView) ([]byte, error) {
	rest, err := encode(others{plainView: (*plainView)(&v)})
	if err != nil {
		return nil, err
	}
	said, err := encode(struct {
		Answers  []store.Answer `json:"answers"`
		Findings []walk.Finding `json:"findings"`
	}{v.Walk.Answers, v.Walk.Findings})
	if err != nil {
		return nil, err
	}
	parts := make(map[partKey][]byte, len(v.Features)+1)
	var out bytes.Buffer
	out.Grow(3 * len(rest))
	part := func(key partKey, of any) error {
		text, known := e.before[key]
		if !known {
			if text, err = encode(of); err != nil {
				return err
			}
		}
		parts[key] = text
		out.Write(text)
		return nil
	}
	out.WriteString(`{"walk":{"items":`)
	if err := part(itemsKey, v.Walk.Items); err != nil {
		return nil, err
	}
	out.WriteByte(',')
	out.Write(said[1:])
	out.WriteString(`,"features":[`)
	for i := range v.Features {
		if i > 0 {
			out.WriteByte(',')
		}
		if err := part(keyOf(&v.Features[i]), v.Features[i]); err != nil {
			return nil, err
		}
	}
	out.WriteString("],")
	out.Write(rest[1:])
	e.setParts(parts)
	return out.Bytes(), nil
}

func (e *encodedView) setParts(parts map[partKey][]byte) {
	e.mu.Lock()
	defer e.mu.Unlock()
	e.parts = parts
}

// taken are the texts of the parts, for the view that follows; nil where it was never sent.
func (e *encodedView) taken() map[partKey][]byte {
	if e == nil {
		return nil
	}
	e.mu.Lock()
	defer e.mu.Unlock()
	return e.parts
}

func encode(v any) ([]byte, error) {
	var out bytes.Buffer
	err := huma.DefaultJSONFormat.Marshal(&out, v)
	return bytes.TrimSuffix(out.Bytes(), []byte("\n")), err
}

// format writes what is sent; a job, which is most of all that is, from its shared text.
var format = huma.Format{
	Marshal: func(w io.Writer, v any) error {
		switch v := v.(type) {
		case JobView:
			text, err := v.bytes()
			if err != nil {
				return err
			}
			_, err = w.Write(text)
			return err
		case ReadingAnswer:
			reading, err := encode(v.Reading)
			if err != nil {
				return err
			}
			view, err := v.View.bytes()
			if err != nil {
				return err
			}
			for _, part := range [][]byte{[]byte(`{"reading":`), reading, []byte(`,"view":`), view, []byte("}\n")} {
				if _, err := w.Write(part); err != nil {
					return err
				}
			}
			return nil
		}
		return huma.DefaultJSONFormat.Marshal(w, v)
	},
	Unmarshal: json.Unmarshal,
}
