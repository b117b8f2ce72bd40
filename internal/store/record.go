package store

import (
	"context"
	"maps"
	"slices"

	"github.com/jmoiron/sqlx"

	"ledge/internal/core/assembly"
	"ledge/internal/core/inspection"
	"ledge/internal/core/instrument"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/store/db"
)

// A Record is everything stored of one job, from one state of the file.
type Record struct {
	// Change rises with every change of the job, over a restart, too.
	Change   int64     `json:"-"`
	Job      Job       `json:"job"`
	Features []Feature `json:"features"`
	// Components are what it is made of, in the order of work, and of each sort in the order they came.
	Components []Component `json:"components"`
	Decisions  []Decision  `json:"decisions"`
	// Gauges are all setups in the order made; of each kind the last one holds. A reading names its own.
	Gauges []GaugeSetup `json:"gauges"`
	// Checks are the last zero check of each setup, or of a kind without one.
	Checks     []GaugeCheck `json:"checks"`
	Conditions []Condition  `json:"conditions"`
	Answers    []Answer     `json:"answers"`
	Notes      []Note       `json:"notes"`
	Photos     []Photo      `json:"photos"`
	Orders     []Order      `json:"orders"`
	Closings   []Closing    `json:"closings"`
	// Built is what was done to build it, in its order.
	Built []assembly.Event `json:"built"`
}

// Record returns everything stored of a job, or [db.ErrNotFound]. Callers must not change it.
func (s *Store) Record(ctx context.Context, id int64) (record Record, err error) {
	k, err := s.record(ctx, id)
	return k.record, err
}

func (s *Store) record(ctx context.Context, id int64) (kept, error) {
	k, change, ok := s.cache.get(id)
	if ok {
		return k, nil
	}
	var record Record
	err := s.View(ctx, func(tx *sqlx.Tx) (err error) {
		record, err = readRecord(ctx, tx, id)
		return err
	})
	if err != nil {
		return kept{}, err
	}
	return s.cache.put(id, record, change), nil
}

// ChangeOf is the number of a job's last change.
func (s *Store) ChangeOf(id int64) int64 {
	s.cache.mu.Lock()
	defer s.cache.mu.Unlock()
	return s.cache.change(id)
}

// Derive is what makes of a job's record, kept with the record until the job changes: an error, too.
// It is made once, however many ask, and on when the one who asked first has gone.
func Derive[T any](ctx context.Context, s *Store, id int64,
	makes func(context.Context, Record) (T, error)) (made T, err error) {
	k, err := s.record(ctx, id)
	if err != nil {
		return made, err
	}
	k.made.mu.Lock()
	defer k.made.mu.Unlock()
	if !k.made.done {
		k.made.value, k.made.err = makes(context.WithoutCancel(ctx), k.record)
		k.made.done = true
	}
	made, _ = k.made.value.(T)
	return made, k.made.err
}

func readRecord(ctx context.Context, q db.Querier, id int64) (record Record, err error) {
	if record.Job, err = getJob(ctx, q, id); err != nil {
		return record, err
	}
	events, err := eventsOf(ctx, q, id)
	if err != nil {
		return record, err
	}
	if record.Features, err = features(ctx, q, id, 0, events); err != nil {
		return record, err
	}
	if record.Components, err = componentsOf(ctx, q, id); err != nil {
		return record, err
	}
	if record.Decisions, err = decisionsOf(events); err != nil {
		return record, err
	}
	if record.Gauges, err = gaugesOf(events); err != nil {
		return record, err
	}
	if record.Checks, err = checksOf(events); err != nil {
		return record, err
	}
	if record.Conditions, err = conditionsOf(events); err != nil {
		return record, err
	}
	if record.Answers, err = answersOf(events); err != nil {
		return record, err
	}
	if record.Photos, err = photosOf(events); err != nil {
		return record, err
	}
	if record.Notes, err = notesOf(events); err != nil {
		return record, err
	}
	if record.Orders, err = ordersOf(events); err != nil {
		return record, err
	}
	if record.Closings, err = closingsOf(events); err != nil {
		return record, err
	}
	record.Built, err = builtOf(events)
	return record, err
}

// stampTopics say under which topic the stamp of a kind is told.
var stampTopics = map[part.Kind]string{
	part.MainJournal: walk.MainStamp, part.RodJournal: walk.RodStamp, part.Cylinder: walk.BoreStamp,
}

// StampTopics say under which topic the stamp of a kind is told.
func StampTopics() map[part.Kind]string { return maps.Clone(stampTopics) }

// Inspection is the record as the core judges it: live readings only, one feature for each of the
// record's, in their order. Features nobody has touched are left out, and so are lists that cannot
// be made yet, and what belongs to a component that is retired. index maps back.
func (r Record) Inspection() (in *inspection.Inspection, index []int) {
	layout := r.Job.Told()
	in = &inspection.Inspection{
		Unit: r.Job.Unit,
		Job: inspection.Job{Number: r.Job.Number, Customer: r.Job.Customer, Engine: r.Job.Engine,
			Duty: r.Job.Duty},
		Engine: &layout, Policy: r.Job.Policy, Limits: r.Job.Limits.Book, LimitsClose: r.Job.Limits.Close,
	}
	for i, d := range r.Decisions {
		if r.Retired(d.Set.Component(), d.Component) {
			continue
		}
		if !slices.ContainsFunc(r.Decisions[i+1:],
			func(later Decision) bool { return later.Set == d.Set && later.Component == d.Component }) {
			in.Decisions = append(in.Decisions,
				inspection.Decision{Set: string(d.Set), Action: string(d.Action), Method: string(d.Method),
					Step: d.Step, Shell: d.Shell, By: d.DecidedBy, Component: d.Component})
		}
	}
	held := make(map[string]*Condition, len(r.Conditions))
	for i := range r.Conditions {
		held[r.Conditions[i].ID] = &r.Conditions[i]
	}
	setups := make(map[string]usedGauge, len(r.Gauges))
	for i := range r.Gauges {
		setups[r.Gauges[i].ID] = usedGauge{gauge: r.Gauges[i].gauge(), expansion: r.Gauges[i].Expansion, zero: 2*i + 1}
	}
	for _, c := range r.Checks {
		if c.GaugeID != nil {
			with := setups[*c.GaugeID]
			with.checkedAt = c.CheckedAt
			setups[*c.GaugeID] = with
		}
	}
	in.Built = assembly.Named(r.Built)
	for i := range r.Features {
		f := &r.Features[i]
		if r.Retired(f.Kind.Row().Component, f.Component) {
			continue
		}
		touched := len(f.Tape) > 0 || len(f.Looks) > 0 || f.Unworn != nil
		inspected, ok := f.inspected(held, setups)
		if !touched || !ok { // half a lobe has no lift yet
			if f.State == part.AsFound && f.Component == "" {
				in.Planned = append(in.Planned, inspection.Planned{Kind: f.Kind, Number: f.Number})
			}
			continue
		}
		// What is told of the engine is told of what came, as it came.
		if inspected.Stamp == nil && f.Component == "" && f.State == part.AsFound {
			inspected.Stamp = r.stampOf(f.Kind)
		} else if inspected.Stamp != nil {
			inspected.Stamp = stamp(inspected.Stamp.Text, r.Job.Unit)
		}
		inspected.Ordered = r.Ordered(f)
		if r.leftTogether(f) {
			inspected.Condition.Alike = true
		}
		in.Features, index = append(in.Features, inspected), append(index, i)
	}
	return in, index
}

// leftTogether reports whether somebody said of a part, or of all of its kind, that it lay beside the gauge until both
// were equally warm. That holds for what was read before it was said, too.
func (r Record) leftTogether(f *Feature) bool {
	for _, c := range slices.Backward(r.Conditions) {
		if c.Kind == f.Kind && (c.Number == 0 || c.Number == f.Number) && !c.FromFile {
			return c.inspected().Alike
		}
	}
	return false
}

// Ordered is the size that the work on a feature was ordered to; nil where no sheet says so.
func (r Record) Ordered(f *Feature) *limit.Range {
	if f.State == part.AsFound {
		return nil
	}
	for i := range slices.Backward(r.Orders) {
		for _, l := range r.Orders[i].Body.Lines {
			if l.Feature != nil && l.Feature.Kind == f.Kind && l.Feature.Number == f.Number && l.State == f.State &&
				l.Component == f.Component && l.Min != nil && l.Max != nil {
				window := limit.Range{Min: *l.Min, Max: *l.Max}
				if l.Across != nil {
					window.Max = *l.Across
				}
				return &window
			}
		}
	}
	return nil
}

// stampOf is what is stamped for parts of a kind; nil where nothing is, and where somebody said that it does not hold.
func (r Record) stampOf(kind part.Kind) *inspection.Stamp {
	topic := stampTopics[kind]
	if r.answer(walk.StampHolds(topic).Topic) == walk.Measured {
		return nil
	}
	return stamp(r.answer(topic), r.Job.Unit)
}

// stamp reads what is stamped on a part, which may be a size; nil where nothing is.
func stamp(text string, s unit.System) *inspection.Stamp {
	if text == "" {
		return nil
	}
	out := &inspection.Stamp{Text: text}
	if step, err := unit.Parse(text, s); err == nil {
		out.Step = &step
	}
	return out
}

// A usedGauge is one of a job's setups as the core knows it, and what its own length does with a kelvin.
type usedGauge struct {
	gauge     *instrument.Gauge
	expansion *float64
	// zero names the setting of its zero that it was set up with; from the last check on it is the next.
	zero      int
	checkedAt string
}

// zeroAt names the setting of the zero that a reading was taken with: each check on a standard sets it anew.
func (u usedGauge) zeroAt(taken string) int {
	if u.zero > 0 && u.checkedAt != "" && taken > u.checkedAt {
		return u.zero + 1
	}
	return u.zero
}

// inspected is the feature as the core knows it; ok is false for a list that cannot be made yet.
func (f *Feature) inspected(held map[string]*Condition,
	setups map[string]usedGauge) (out inspection.Feature, ok bool) {
	out = inspection.Feature{Kind: f.Kind, Number: f.Number, State: f.State, Component: f.Component,
		Look: LookOf(f.Looks), Setup: inspection.Setup{Gauge: f.gauge()},
		Grid: inspection.Grid{Stations: f.Stations, Directions: f.Directions, Added: f.Added}, Unworn: f.Unworn,
		Quick: f.Quick && f.Kind.Grid(), Zeros: f.GaugeZeros}
	if f.Stamp != "" {
		out.Stamp = &inspection.Stamp{Text: f.Stamp}
	}
	out.Tests = tests(f.Looks)
	if f.FittedShell != nil || f.FittedStep != nil || f.FittedUsed {
		out.Fitted = &inspection.Fitted{Step: f.FittedStep, Used: f.FittedUsed}
		if f.FittedShell != nil {
			out.Fitted.Shell = *f.FittedShell
		}
	}
	out.Cells = make([][]inspection.Cell, len(f.Stations))
	for i := range out.Cells {
		out.Cells[i] = make([]inspection.Cell, f.Columns())
	}
	sized, weighed := f.Kind.Quantity() == part.Size, f.Kind.Quantity() == part.Weight
	for _, r := range f.Tape {
		if r.SupersededBy != nil {
			continue
		}
		cell := &out.Cells[r.Station][r.Direction]
		switch r.What {
		case TookSize:
			if weighed {
				cell.Weights = append(cell.Weights, r.Value.Mass())
				continue
			}
			size, own, with := r.Value.Length(), &inspection.Setup{}, usedGauge{}
			if r.GaugeID != nil {
				with = setups[*r.GaugeID]
				own.Gauge, own.Zero = with.gauge, with.zeroAt(r.TakenAt)
			} else if f.GaugeZeros > 0 { // a file's, which tells only how many there were
				own.Zero = -1 - min(len(cell.Sizes), f.GaugeZeros-1)
			}
			if r.ConditionID != nil {
				condition := held[*r.ConditionID]
				own.Condition = condition.inspected()
				out.Condition = own.Condition // a file has one for all of a feature: the last
				if sized {
					size = condition.At20(size, with.expansion)
				}
			}
			cell.Sizes, cell.Setups = append(cell.Sizes, size), append(cell.Setups, own)
			cell.Confirmed = cell.Confirmed || r.Confirmed == nil || *r.Confirmed
		case Skip:
			cell.Reason, cell.Depth = *r.Reason, r.Depth
		}
	}
	if !f.Kind.Grid() {
		return out.Listed()
	}
	return out, true
}

func (f *Feature) gauge() *instrument.Gauge {
	if f.GaugeKind == nil && f.GaugeDivision == nil && !f.GaugeFinest {
		return nil
	}
	g := &instrument.Gauge{Repeatability: f.GaugeRepeatability, SettingU: f.GaugeSettingU, Finest: f.GaugeFinest}
	if f.GaugeKind != nil {
		g.Kind = *f.GaugeKind
	}
	if f.GaugeDivision != nil {
		g.Division = *f.GaugeDivision
	}
	return g
}
