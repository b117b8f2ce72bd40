package cabinet

import (
	"bytes"
	"context"
	"strconv"
	"strings"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
)

// cabinetColumns are the columns of the shop's instruments as CSV; lengths are in the instrument's own unit.
var cabinetColumns = []string{"name", "tag", "kind", "unit", "range_from", "range_to", "division", "sense", "standards",
	"expansion", "owner", "due", "out_of_service", "checked_at", "checked_by", "found", "left", "study_at", "study_until",
	"study_hands", "repeatability", "reproducibility", "gauge", "own_spreads"}

// CabinetFile is the shop's instruments as CSV: what each is, its last check, and what its study found.
func (a *Instruments) CabinetFile(ctx context.Context) (exchange.File, error) {
	owned, err := a.store.Cabinet(ctx)
	if err != nil {
		return exchange.File{}, err
	}
	rows := make([][]string, len(owned))
	for i := range owned {
		rows[i] = cabinetRow(&owned[i])
	}
	var text bytes.Buffer
	err = exchange.WriteList(&text, cabinetColumns, rows)
	return exchange.FileOf("gauges", ".csv", "text/csv; charset=utf-8", text.Bytes()), err
}

func cabinetRow(o *instrument.Owned) []string {
	f := &o.Facts
	size := func(l unit.Length) string {
		if l == 0 {
			return ""
		}
		return l.Format(f.Unit)
	}
	found := func(spread float64) string { return unit.Round(spread).Format(f.Unit) }
	var standards, spreads []string
	for _, s := range f.Standards {
		standards = append(standards, strings.TrimSpace(s.Name+" "+size(s.Size)+" "+size(s.U)))
	}
	for _, r := range o.Repeats {
		spreads = append(spreads, r.Hand+" "+r.Spread.Format(f.Unit))
	}
	row := []string{f.Name, f.Tag, string(f.Kind), string(f.Unit), size(f.From), size(f.To), size(f.Division),
		strconv.Itoa(f.Sense), strings.Join(standards, "; "), f.Expansion, f.Owner, f.Due}
	if o.Out != nil {
		row = append(row, o.Out.Reason)
	} else {
		row = append(row, "")
	}
	if n := len(o.Checks); n > 0 {
		c := &o.Checks[n-1]
		row = append(row, c.At, c.By, c.Found.Format(f.Unit), c.Left.Format(f.Unit))
	} else {
		row = append(row, "", "", "", "")
	}
	if s := o.Study; s != nil {
		v := s.Range
		if s.Anova != nil {
			v = s.Anova.Variation
		}
		row = append(row, s.Deed.At, s.Deed.Until, strings.Join(s.Deed.Hands, "; "), found(v.Repeatability),
			found(v.Reproducibility), found(v.Gauge))
	} else {
		row = append(row, "", "", "", "", "", "")
	}
	return append(row, strings.Join(spreads, "; "))
}
