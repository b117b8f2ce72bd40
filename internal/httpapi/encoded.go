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

// An encodedView is a job as it is sent, made when it is first sent and shared by all who ask. Most
// of its parts are the same after a reading as before it: their texts are taken over.
type encodedView struct {
	once   sync.Once
	text   []byte
	err    error
	before texts // those of the view before
	mu     sync.Mutex
	made   texts
}

// texts are those of a job's parts and, by part, of the lines of their tapes.
type texts struct {
	parts map[partKey][]byte
	lines map[int64]map[lineKey][]byte
}

// A lineKey tells whether a line of a tape would be sent as before: it is never changed, but superseded.
type lineKey struct {
	seq          int64
	supersededBy string
}

// A partKey tells whether a part would be sent as before: what of it may change, by value or by
// where it is kept. Records in memory are never changed in place.
type partKey struct {
	id                              int64
	tape                            *store.Reading
	readings, looks, finding, added int
	look                            *store.Look
	station                         *string
	unworn, fittedStep, fittedShell *unit.Length
	title, sees                     string
	standing                        Standing
	expected                        inspection.Expectation
	mating                          Mating
	expects, mates                  bool
}

func keyOf(f *FeatureView) partKey {
	k := partKey{id: f.ID, readings: len(f.Tape), looks: len(f.Looks), finding: f.Finding, added: f.Added,
		unworn: f.Unworn, fittedStep: f.FittedStep, fittedShell: f.FittedShell,
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
		e.before = texts{}
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

type (
	plainView    JobView
	plainFeature FeatureView
)

// featureOthers are the fields of a feature but for its tape.
type featureOthers struct {
	*plainFeature
	Tape *int `json:"tape,omitempty"`
}

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
	made := texts{make(map[partKey][]byte, len(v.Features)+1), make(map[int64]map[lineKey][]byte, len(v.Features))}
	var out bytes.Buffer
	out.Grow(3 * len(rest))
	out.WriteString(`{"walk":{"items":`)
	err = taken(&out, e.before.parts, made.parts, itemsKey, func() ([]byte, error) { return encode(v.Walk.Items) })
	if err != nil {
		return nil, err
	}
	out.WriteByte(',')
	out.Write(said[1:])
	out.WriteString(`,"features":[`)
	for i := range v.Features {
		f := &v.Features[i]
		if i > 0 {
			out.WriteByte(',')
		}
		made.lines[f.ID] = e.before.lines[f.ID]
		err = taken(&out, e.before.parts, made.parts, keyOf(f), func() (text []byte, err error) {
			text, made.lines[f.ID], err = encodeFeature(f, e.before.lines[f.ID])
			return text, err
		})
		if err != nil {
			return nil, err
		}
	}
	out.WriteString("],")
	out.Write(rest[1:])
	e.setMade(made)
	return out.Bytes(), nil
}

// encodeFeature takes over the lines of its tape, which may be long.
func encodeFeature(f *FeatureView, before map[lineKey][]byte) (text []byte, lines map[lineKey][]byte, err error) {
	rest, err := encode(featureOthers{plainFeature: (*plainFeature)(f)})
	if err != nil {
		return nil, nil, err
	}
	lines = make(map[lineKey][]byte, len(f.Tape))
	var out bytes.Buffer
	out.Grow(len(rest) + 300*len(f.Tape))
	out.WriteString(`{"tape":[`)
	for i := range f.Tape {
		r := &f.Tape[i]
		if i > 0 {
			out.WriteByte(',')
		}
		key := lineKey{seq: r.Seq}
		if r.SupersededBy != nil {
			key.supersededBy = *r.SupersededBy
		}
		if err := taken(&out, before, lines, key, func() ([]byte, error) { return encode(r) }); err != nil {
			return nil, nil, err
		}
	}
	out.WriteString("],")
	out.Write(rest[1:])
	return out.Bytes(), lines, nil
}

// taken writes a text that was made before, else makes it, and keeps it for the next time.
func taken[K comparable](out *bytes.Buffer, before, made map[K][]byte, key K,
	anew func() ([]byte, error)) (err error) {
	text, known := before[key]
	if !known {
		if text, err = anew(); err != nil {
			return err
		}
	}
	made[key] = text
	out.Write(text)
	return nil
}

func (e *encodedView) setMade(made texts) {
	e.mu.Lock()
	defer e.mu.Unlock()
	e.made = made
}

// taken are the texts that were made, for the view that follows; none where it was never sent.
func (e *encodedView) taken() texts {
	if e == nil {
		return texts{}
	}
	e.mu.Lock()
	defer e.mu.Unlock()
	return e.made
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
