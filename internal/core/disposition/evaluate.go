package disposition

import (
	"context"
	"slices"

	"ledge/internal/core/inspection"
	"ledge/internal/core/part"
)

// Evaluate evaluates every feature and decides every set that has limits. It is the one evaluation
// behind the command line, the API and the screens.
func Evaluate(in *inspection.Inspection) Result {
	result, _ := EvaluateWithin(context.Background(), in) // which never ends
	return result
}

// EvaluateWithin is Evaluate that ends early, with the context's error, where that ends. It judges the
// main components, and each further one in place of the one that came: its own features, fits and
// sets count.
func EvaluateWithin(ctx context.Context, in *inspection.Inspection) (Result, error) {
	builds := in.Builds()
	if len(builds) == 1 {
		return evaluateBuild(ctx, builds[0])
	}
	all := Result{Features: make([]inspection.Finding, len(in.Features)), Fits: []Fit{}, Sets: []Set{}}
	for _, b := range builds {
		one, err := evaluateBuild(ctx, b)
		if err != nil {
			return Result{}, err
		}
		for i, at := range b.Index {
			if f := &b.Features[i]; b.Owns(f.Kind.ComponentOf(f.List.Journal)) {
				all.Features[at] = one.Features[i]
			}
		}
		for _, f := range one.Fits {
			if b.Owns(f.Kind.Component()) {
				all.Fits = append(all.Fits, f)
			}
		}
		for _, s := range one.Sets {
			if b.Owns(s.Set.Component()) {
				all.Sets = append(all.Sets, s)
			}
		}
	}
	return all, nil
}

// evaluateBuild judges one component of each sort; what is decided with one carries its tag.
func evaluateBuild(ctx context.Context, b inspection.Build) (Result, error) {
	result, err := judgeAll(ctx, b.Inspection)
	if err != nil {
		return Result{}, err
	}
	tags := b.Tags()
	for i := range result.Fits {
		result.Fits[i].Component = tags[result.Fits[i].Kind.Component()]
	}
	for i := range result.Sets {
		result.Sets[i].Component = tags[result.Sets[i].Set.Component()]
	}
	return result, nil
}

// judgeAll finds what there is to find, works out the clearances and goes through the rules: first those of the
// housings, of the pistons and of bushes, since a clearance counts only where its mate stays as it is. Pistons and
// bushes are decided once more with what runs in them, which may want new ones. Sets come in the order of the rules.
func judgeAll(ctx context.Context, in *inspection.Inspection) (Result, error) {
	in = inspection.Learn(in)
	findings, err := inspection.Evaluate(ctx, in)
	if err != nil {
		return Result{}, err
	}
	s := newScene(in, findings)
	s.sets = make([]Set, 0, len(rules)+1)
	for _, mates := range []bool{true, false} {
		for i := range rules {
			row := rules[i].set.Row()
			housing, twice := row.Member.Housing(), row.Set == part.PistonSet || bushing(row)
			if mates && !housing && !twice || !mates && housing {
				continue
			}
			if err := ctx.Err(); err != nil {
				return Result{}, err
			}
			set, ok := rules[i].decide(s)
			if !ok {
				continue
			}
			s.sets = append(slices.DeleteFunc(s.sets, func(before Set) bool { return before.Set == set.Set }), set)
		}
		if mates {
			s.settleFits()
		}
	}
	s.addPinFits()
	place := func(name part.Set) int {
		return slices.IndexFunc(rules, func(r rule) bool { return r.set == name })
	}
	slices.SortFunc(s.sets, func(a, b Set) int { return place(a.Set) - place(b.Set) })
	return Result{Features: s.findings, Fits: s.fits, Sets: s.sets}, nil
}
