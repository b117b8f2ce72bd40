package tables

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"regexp"
	"strings"

	"github.com/pressly/goose/v3"

	"ledge/internal/core/disposition"
	"ledge/internal/core/order"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
)

// waysVersion is that of the tables from which on a decision holds its whole way, and a sheet its
// facts beside its words.
const waysVersion = 14

// waysMigration brings what older versions signed and issued into that form.
func waysMigration() *goose.Migration {
	return goose.NewGoMigration(waysVersion,
		&goose.GoFunc{RunTx: func(ctx context.Context, tx *sql.Tx) error { return modernize(ctx, tx, 0) }}, nil)
}

// modernize brings the decisions and sheets of a job, or of all where job is 0, into the present
// form. Their words stay as they were.
func modernize(ctx context.Context, tx *sql.Tx, job int64) error {
	if err := rewrite(ctx, tx, `SELECT d.seq, d.basis, d.method,
		CASE WHEN d.overruled THEN 'yes' ELSE '' END FROM decisions d WHERE ? IN (0, d.job_id)`,
		`UPDATE decisions SET basis = ?, method = ? WHERE seq = ?`, job, modernBasis); err != nil {
		return fmt.Errorf("decisions: %w", err)
	}
	if err := rewrite(ctx, tx, `SELECT o.seq, o.body, o.sheet, j.unit
		FROM orders o JOIN jobs j ON j.id = o.job_id WHERE ? IN (0, o.job_id)`,
		`UPDATE orders SET body = ?, sheet = ? WHERE seq = ?`, job, modernSheet); err != nil {
		return fmt.Errorf("sheets: %w", err)
	}
	return nil
}

// rewrite replaces a JSON text and a word of each row.
func rewrite(ctx context.Context, tx *sql.Tx, query, update string, job int64,
	change func(text, word, more string) (string, string, error)) error {
	type row struct {
		seq              int64
		text, word, more string
	}
	var rows []row
	found, err := tx.QueryContext(ctx, query, job)
	if err != nil {
		return err
	}
	defer found.Close()
	for found.Next() {
		var r row
		if err := found.Scan(&r.seq, &r.text, &r.word, &r.more); err != nil {
			return err
		}
		rows = append(rows, r)
	}
	if err := found.Err(); err != nil {
		return err
	}
	for _, r := range rows {
		text, word, err := change(r.text, r.word, r.more)
		if err != nil {
			return fmt.Errorf("row %d: %w", r.seq, err)
		}
		if text == r.text && word == r.word {
			continue
		}
		if _, err := tx.ExecContext(ctx, update, text, word, r.seq); err != nil {
			return err
		}
	}
	return nil
}

// modernBasis gives the set that a decision was based on its method, which was told only by its
// options, and sleeves their cylinder.
func modernBasis(text, method, overruled string) (string, string, error) {
	var set disposition.Set
	if err := json.Unmarshal([]byte(text), &set); err != nil {
		return "", "", err
	}
	if set.Action == "" {
		return text, method, nil // nothing was kept of it
	}
	for _, o := range set.Options {
		plain := o.Method == "" || o.Method == disposition.MixedHalf || o.Method == disposition.MixedShell
		if set.Method == "" && plain && o.Feasible && o.Action == set.Action && o.Step == set.Step &&
			o.Shell == set.Shell {
			set.Method = o.Method
			break
		}
	}
	if method == "" && overruled == "" {
		method = string(set.Method)
	}
	for i := range set.Options {
		o := &set.Options[i]
		if o.Action != disposition.Sleeve {
			continue
		}
		for _, r := range o.Reasons {
			if r.Feature == nil || sleeved(o.Sizes) {
				continue
			}
			size := disposition.FinishedSize{Feature: *r.Feature, Sleeved: true}
			for _, rung := range set.Ladder {
				if rung.Feature == size.Feature {
					size.Size = rung.Middle + o.Step
				}
			}
			o.Sizes = append(o.Sizes, size)
		}
	}
	out, err := json.Marshal(set)
	return string(out), method, err
}

func sleeved(sizes []disposition.FinishedSize) bool {
	for _, s := range sizes {
		if s.Sleeved {
			return true
		}
	}
	return false
}

// works are what the lines of older sheets asked for, by the words they began with.
var works = []struct {
	words string
	work  order.Work
}{
	{"Grind to", order.DoGrind}, {"Leave", order.DoKeep}, {"Polish", order.DoPolish}, {"Hone", order.DoHone},
	{"Bore", order.DoBore},
	{"Sleeve", order.DoSleeve}, {"Line-hone", order.DoLineHone}, {"Resize", order.DoResize},
	{"Skim", order.DoSkim}, {"File", order.DoFile},
	{"Take off", order.DoLighten},
}

// Amounts that older sheets told only in words.
var (
	skimmed  = regexp.MustCompile(`^(?:Skim|File) ([0-9.]+) off`)
	taken    = regexp.MustCompile(`^Take off ([0-9.]+) g`)
	accepted = regexp.MustCompile(`^across the parting line up to ([0-9.]+) is accepted`)
	cut      = regexp.MustCompile(`^Cut the caps by ([0-9.]+) at most`)
)

// modernSheet adds the facts of a sheet that were told only in its words.
func modernSheet(text, name, system string) (string, string, error) {
	var s order.Sheet
	if err := json.Unmarshal([]byte(text), &s); err != nil {
		return "", "", err
	}
	said := func(pattern *regexp.Regexp, words string, in unit.System) *unit.Length {
		if m := pattern.FindStringSubmatch(words); m != nil {
			if l, err := unit.Parse(m[1], in); err == nil {
				return &l
			}
		}
		return nil
	}
	in := unit.System(system)
	var caps *unit.Length
	for _, n := range s.Notes {
		if l := said(cut, n, in); l != nil {
			caps = l
		}
	}
	for i := range s.Lines {
		l := &s.Lines[i]
		if l.Work != "" {
			continue
		}
		for _, w := range works {
			if strings.HasPrefix(l.What, w.words) {
				l.Work = w.work
				break
			}
		}
		if _, part, ok := strings.Cut(l.Key, "/"); ok && l.Feature == nil && l.Work == "" {
			l.Work, l.Part = order.DoBuy, schedule.Part(part)
		}
		if l.Amount = said(skimmed, l.What, in); l.Amount == nil {
			if grams := said(taken, l.What, unit.MM); grams != nil {
				metal := unit.Mass(*grams)
				l.Metal = &metal
			}
		}
		if l.Work == order.DoLineHone || l.Work == order.DoResize {
			l.Amount = caps
		}
		l.Across = said(accepted, l.Note, in)
	}
	out, err := json.Marshal(s)
	return string(out), name, err
}
