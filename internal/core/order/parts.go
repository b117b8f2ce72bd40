package order

import (
	"slices"
	"strings"

	"ledge/internal/core/disposition"
	"ledge/internal/core/fit"
	"ledge/internal/core/part"
	"ledge/internal/core/say"
	"ledge/internal/core/schedule"
	"ledge/internal/core/unit"
)

// parts lists what is to be bought, each once.
func (d *drafter) parts(decided []Decided, works []schedule.Work) {
	for i, work := range schedule.Merged(works) {
		for _, p := range work.Parts {
			s := d.sheet(Parts)
			for _, l := range d.bought(decided[i], p) {
				l.Component = decided[i].Set.Component
				s.Lines = append(s.Lines, l)
			}
			if !slices.Contains(s.Sets, decided[i].Set.Set) {
				s.Sets = append(s.Sets, decided[i].Set.Set)
			}
		}
	}
	if s := d.sheets[Parts]; s != nil {
		s.note(say.New("sheet").As("parts"))
	}
}

// bought are the lines of one part for one set: one, or for mixed shells one for each size.
func (d *drafter) bought(one Decided, p schedule.Piece[schedule.Part]) []Line {
	way := one.Option.Way
	base := Line{Key: string(one.Set.Set) + "/" + string(p.What), Work: DoBuy, Part: p.What, Count: p.Count,
		Code: p.What.Goods().Prefix}
	if numbers := replaced(one.Option); len(numbers) > 0 && len(numbers) < len(one.Option.Each) {
		why := say.New("line", say.Numbers("for", numbers)).As("for")
		base.For, base.Why = numbers, &why
	}
	if !p.What.Goods().Sized {
		return []Line{base}
	}
	if one.Set.Set == part.PistonSet { // of the size that their bores have
		return []Line{d.shellLine(base, d.class(part.Cylinders), 0)}
	}
	if p.What == schedule.ThrustParts {
		base.Shell = ptr(way.Shell)
		base.Code += "-" + d.digits(-way.Shell)
		return []Line{base}
	}
	if p.What == schedule.SelectShells {
		named := say.New("select_shells", say.Word("set", "for", one.Set.Set))
		base.Named = &named
		if shares, halves := d.mixed(one, p.Count); shares != nil {
			lines := make([]Line, len(shares))
			for i, share := range shares {
				l := d.shellLine(base, way.Step, share.shell)
				l.Key += "/" + share.shell.Format(d.in.Unit)
				l.Count, l.For = share.count, share.to
				why := say.New("line", say.Numbers("for", share.to)).As("for")
				if halves {
					halved := named.As("halves")
					l.Named, why = &halved, why.As("halves")
				}
				l.Why = &why
				lines[i] = l
			}
			return lines
		}
		return []Line{d.shellLine(base, way.Step, way.Shell)}
	}
	return []Line{d.shellLine(base, way.Step, 0)}
}

// replaced are the numbers of the members that an option replaces one by one.
func replaced(o disposition.Option) (numbers []int) {
	for _, one := range o.Each {
		if one.Action == disposition.Replace {
			numbers = append(numbers, one.Feature.Number)
		}
	}
	slices.Sort(numbers)
	return numbers
}

// class is the size class of a set.
func (d *drafter) class(name part.Set) unit.Length {
	for _, s := range d.result.Sets {
		if s.Set == name {
			return s.SizeClass
		}
	}
	return 0
}

// A share is so many shells, or halves of shells, of one size, and for which journals.
type share struct {
	shell unit.Length
	count int
	to    []int
}

// mixed are the sizes of shells, or of halves of shells, that a way takes where not all journals
// get the same.
func (d *drafter) mixed(one Decided, count int) (shares []share, halves bool) {
	way := one.Option.Way
	if way.Method != disposition.MixedHalf && way.Method != disposition.MixedShell {
		return nil, false
	}
	limits, _ := d.in.LimitsFor(one.Set.Set.Row().Member, 0)
	offered := fit.Shells(limits.ShellsFor(one.Set.SizeClass), true)
	pair := func(change unit.Length) [2]unit.Length {
		for _, s := range offered {
			if s.Change == change && s.Halves {
				return s.Of
			}
		}
		return [2]unit.Length{change, change}
	}
	each := make([]unit.Length, count)
	for i := range each { // a journal whose clearance is not known gets what the set gets
		each[i] = way.Shell
	}
	for _, after := range one.Option.Clearances {
		n := after.Rod
		if n == 0 {
			n = after.Feature.Number
		}
		if n >= 1 && n <= count {
			each[n-1] = after.Shell
		}
	}
	for _, change := range each {
		of := pair(change)
		halves = halves || of[0] != of[1]
	}
	for i, change := range each {
		for half, shell := range pair(change) {
			if half == 1 && !halves {
				break
			}
			at := slices.IndexFunc(shares, func(s share) bool { return s.shell == shell })
			if at < 0 {
				at, shares = len(shares), append(shares, share{shell: shell})
			}
			shares[at].count++
			shares[at].to = append(shares[at].to, i+1)
		}
	}
	slices.SortFunc(shares, func(a, b share) int { return int(a.shell - b.shell) })
	return shares, halves
}

// shellLine says in which step and with which change of clearance a part is bought.
func (d *drafter) shellLine(l Line, step, shell unit.Length) Line {
	l.Step, l.Code = ptr(step), l.Code+"-STD"
	if step > 0 {
		l.Code = strings.TrimSuffix(l.Code, "STD") + strings.TrimPrefix(d.digits(step), "0")
	}
	if shell != 0 {
		l.Shell = ptr(shell)
	}
	switch {
	case shell < 0:
		l.Code += "-M" + d.digits(-shell)
	case shell > 0:
		l.Code += "-P" + d.digits(shell)
	}
	return l
}

// short writes a step as shops do, 0.010 or 0.25, and in full where that would round it.
func (d *drafter) short(l unit.Length) string {
	decimals := 3
	if d.in.Unit == unit.MM {
		decimals = 2
	}
	if text := l.Fixed(d.in.Unit, decimals); unit.MustParse(text, d.in.Unit) == l {
		return text
	}
	return l.Format(d.in.Unit)
}

// digits are those of a step without its point, for a code; none is rounded away.
func (d *drafter) digits(l unit.Length) string { return strings.ReplaceAll(d.short(l), ".", "") }
