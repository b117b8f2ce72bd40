package shop

import (
	"context"
	"slices"
	"strings"

	"github.com/google/uuid"

	"ledge/internal/core/instrument"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/shop/refuse"
	"ledge/internal/store"
	"ledge/internal/words"
)

// AnewBody says what was wrong of a gauge while readings were taken: how it was set up, or how far its zero was off.
type AnewBody struct {
	ID   string    `json:"id" format:"uuid"`
	Kind part.Kind `json:"kind" minLength:"1"`
	// Gauge is the setup they were taken with; left out where none was made.
	Gauge *string `json:"gauge,omitempty"`
	// Right is how it was set up in truth.
	Right *GaugeBody `json:"right,omitempty"`
	// Off is what it showed too much, since it was last found standing at zero.
	Off unit.Length `json:"off,omitempty" doc:"in 0.1 nm; larger is plus"`
}

// AnewPreview is what working readings out anew would change; nothing is stored.
type AnewPreview struct {
	// Since is when the gauge last stood at zero: readings of before stay. Empty where all are meant.
	Since    string            `json:"since,omitempty"`
	Readings []AnewReading     `json:"readings"`
	Changes  JudgementPreview  `json:"changes"`
	is       []store.Again     // the same readings
	right    *store.GaugeSetup // what they were taken with in truth
}

// AnewReading is a reading as it was taken and as it is worked out anew.
type AnewReading struct {
	Part    string     `json:"part"`
	Station string     `json:"station"`
	Column  string     `json:"column,omitempty"`
	Was     part.Value `json:"was"`
	Is      part.Value `json:"is"`
}

// PreviewAnew is what working readings out anew would change.
func (a *Application) PreviewAnew(ctx context.Context, job int64, b AnewBody) (AnewPreview, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return AnewPreview{}, err
	}
	out, err := a.anew(ctx, record, b)
	if err != nil || len(out.is) == 0 {
		return out, err
	}
	out.Changes, err = preview(ctx, record, after(record, out))
	return out, err
}

// WorkOutAnew puts readings in the place of those that were taken with a gauge that was wrong; both stay.
func (a *Application) WorkOutAnew(ctx context.Context, job int64, b AnewBody) (JobView, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return JobView{}, err
	}
	out, err := a.anew(ctx, record, b)
	if err != nil {
		return JobView{}, err
	}
	if len(out.is) == 0 {
		return a.view(ctx, job) // stored before, or nothing to do
	}
	facts := store.Facts{PartKind: b.Kind, Off: b.Off}
	var gauges []store.GaugeSetup
	if out.right != nil {
		facts.Right = out.right.Setting
		gauges = append(gauges, *out.right)
		// A gauge that was set up since is still the one in use.
		if last := lastSetup(record, b.Kind); last != nil && b.Gauge != nil && last.ID != *b.Gauge {
			again := *last
			again.ID = uuid.NewSHA1(uuid.NameSpaceOID, []byte(strings.ToLower(b.ID))).String()
			gauges = append(gauges, again)
		}
	}
	return a.changed(ctx, job, a.store.WorkOutAnew(ctx, job, b.ID, out.is, gauges, facts))
}

// anew are the readings that are meant, with what they are worth.
func (a *Application) anew(ctx context.Context, record store.Record, b AnewBody) (out AnewPreview, err error) {
	out = AnewPreview{Readings: []AnewReading{}, Changes: JudgementPreview{Sets: []SetChange{}, Parts: []PartChange{}}}
	worth, err := out.worth(record, &b)
	if err != nil {
		return out, err
	}
	if b.Right == nil {
		if out.Since, err = a.store.CheckedWell(ctx, record.Job.ID, b.Kind, b.Gauge); err != nil {
			return out, err
		}
	}
	for i := range record.Features {
		f := &record.Features[i]
		if f.Kind != b.Kind {
			continue
		}
		for _, r := range f.Tape {
			if r.SupersededBy != nil || r.Value == nil || r.TakenAt <= out.Since || !store.SameSetup(r.GaugeID,
				b.Gauge) {
				continue
			}
			signed := !r.ByLine && (strings.HasPrefix(r.Typed, "+") || strings.HasPrefix(r.Typed, "-"))
			is := part.Value(worth(r.Value.Length(), signed))
			out.is = append(out.is, store.Again{Reading: r, Value: is})
			line := AnewReading{Part: f.Name(), Station: f.Stations[r.Station], Was: *r.Value, Is: is}
			if len(f.Directions) > 0 {
				line.Column = f.Directions[r.Direction].Format() + "°"
			}
			out.Readings = append(out.Readings, line)
		}
	}
	return out, nil
}

// worth is what makes of a size as it was taken the one that it is.
func (p *AnewPreview) worth(record store.Record, b *AnewBody) (func(unit.Length, bool) unit.Length, error) {
	if b.Kind.Quantity() == part.Weight || !b.Kind.Known() {
		return nil, refuse.At("kind", words.Told("refuse.no_kind"))
	}
	if b.Gauge != nil {
		*b.Gauge = strings.ToLower(*b.Gauge)
	}
	if b.Right == nil {
		if b.Off == 0 {
			return nil, refuse.At("off", words.Told("refuse.anew_off"))
		}
		return func(size unit.Length, _ bool) unit.Length { return size - b.Off }, nil
	}
	wrong := slices.IndexFunc(record.Gauges,
		func(g store.GaugeSetup) bool { return b.Gauge != nil && g.ID == *b.Gauge })
	if wrong < 0 {
		return nil, refuse.At("gauge", words.Told("conflict.gauge"))
	}
	b.Right.Kind = b.Kind
	if err := b.Right.settle(); err != nil {
		return nil, err
	}
	from, to := record.Gauges[wrong], b.Right.setup(record.Job.ID)
	if from.Mode != to.Mode || from.Mating || to.Mating || from.Setting == nil || to.Setting == nil {
		return nil, refuse.At("mode", words.Told("refuse.anew_mode"))
	}
	p.right = &to
	was, is := zeroOf(from), zeroOf(to)
	return func(size unit.Length, signed bool) unit.Length { return was.Again(size, is, signed) }, nil
}

func zeroOf(g store.GaugeSetup) instrument.Zero {
	z := instrument.Zero{Setting: *g.Setting, Sense: g.Sense}
	if g.Mode == instrument.Divisions {
		z.Division = g.Division
	}
	if g.Mode == instrument.Vernier {
		z.Sense = 1 // a frame
	}
	return z
}

func lastSetup(record store.Record, kind part.Kind) *store.GaugeSetup {
	for i := range slices.Backward(record.Gauges) {
		if record.Gauges[i].Kind == kind {
			return &record.Gauges[i]
		}
	}
	return nil
}

// after is a record with readings as they are worked out anew.
func after(record store.Record, p AnewPreview) store.Record {
	worth := make(map[string]part.Value, len(p.is))
	for _, again := range p.is {
		worth[again.Reading.ID] = again.Value
	}
	if p.right != nil {
		record.Gauges = append(slices.Clip(record.Gauges), *p.right)
	}
	record.Features = slices.Clone(record.Features)
	for i := range record.Features {
		f := &record.Features[i]
		f.Tape = slices.Clone(f.Tape)
		for j := range f.Tape {
			if value, meant := worth[f.Tape[j].ID]; meant {
				f.Tape[j].Value = &value
				if p.right != nil {
					f.Tape[j].GaugeID = &p.right.ID
				}
			}
		}
	}
	return record
}
