package words

import (
	"slices"
	"strconv"
	"strings"

	"ledge/internal/core/part"
	"ledge/internal/core/say"
)

// gathered are the reasons that are said of several parts at once, with the arguments in which
// those may differ.
var gathered = map[string][]string{"unsure": {"value", "chance"}, "no_limit": {"value"}, "no_look": nil,
	"unmeasured": nil, "incomplete": nil, "coarse_gauge": nil, "unseen": nil, "quick": nil, "fit_void": {"part"}}

// many is the form in which a reason is said of several parts.
const many = "many"

// Gather says what is said of several parts in the same words once, with all of them: ten lines
// about one coarse gauge are one. What is said once stays as it is; the order is that of the first.
func (s Speaker) Gather(reasons []say.Reason) []say.Reason {
	type group struct {
		like  say.Reason
		parts []part.Ref
		first int
	}
	var groups []*group
	out := make([]say.Reason, 0, len(reasons))
	for _, r := range reasons {
		if slices.ContainsFunc(out, r.Same) {
			continue // of both sides of a shaft, word for word
		}
		differ, can := gathered[strings.SplitN(ID(r), ".", 2)[0]]
		if !can || r.Feature == nil || len(r.Args) == 0 && r.Text != "" && r.Code != "no_look" &&
			r.Code != "unmeasured" && r.Code != "unseen" {
			out = append(out, r)
			continue
		}
		like := say.Reason{Code: r.Code, Form: r.Form, Feature: &part.Ref{Kind: r.Feature.Kind}}
		if r.Code == "coarse_gauge" {
			like.Feature = nil // it is said of the gauge, whatever it measures
		}
		for _, a := range r.Args {
			if !slices.Contains(differ, a.Name) {
				like.Args = append(like.Args, plainly(a))
			}
		}
		at := slices.IndexFunc(groups, func(g *group) bool { return g.like.Same(like) })
		if at < 0 {
			groups = append(groups, &group{like, []part.Ref{*r.Feature}, len(out)})
			out = append(out, r)
			continue
		}
		groups[at].parts = append(groups[at].parts, *r.Feature)
	}
	for _, g := range groups {
		if len(g.parts) > 1 {
			together := g.like
			together.Form = strings.TrimPrefix(together.Form+"_"+many, "_")
			together.Feature = nil
			together.Args = append(slices.Clip(together.Args), say.Text("parts", Parts(g.parts)))
			together.Text = s.Say(together)
			together.Feature = &g.parts[0]
			out[g.first] = together
		}
	}
	return out
}

// plainly is an argument that stands beside no other of its own part any more: two limits alike are
// alike whatever they stand beside.
func plainly(a say.Arg) say.Arg {
	if a.Is == say.IsApart {
		return say.Arg{Name: a.Name, Is: say.IsLength, N: a.N}
	}
	return a
}

// Parts names parts by their numbers, a kind after the other: "Mains 1 to 5", "Rod journals 1, 2 and 4".
func Parts(refs []part.Ref) string {
	var kinds []part.Kind
	of := map[part.Kind][]part.Ref{}
	for _, ref := range refs {
		if of[ref.Kind] == nil {
			kinds = append(kinds, ref.Kind)
		}
		of[ref.Kind] = append(of[ref.Kind], ref)
	}
	names := make([]string, len(kinds))
	for i, kind := range kinds {
		names[i] = partsOf(kind, of[kind])
	}
	return strings.Join(names, "; ")
}

func partsOf(kind part.Kind, refs []part.Ref) string {
	numbers := make([]int, len(refs))
	for i, ref := range refs {
		numbers[i] = ref.Number
	}
	slices.Sort(numbers)
	numbers = slices.Compact(numbers)
	if len(numbers) == 1 {
		return Part(refs[0])
	}
	name := optional("kind." + string(kind) + ".several")
	if name == "" {
		name = Plural(kind)
	}
	first, last := numbers[0], numbers[len(numbers)-1]
	if len(numbers) > 2 && last-first == len(numbers)-1 {
		return Told("parts.span", "kinds", name, "first", first, "last", last)
	}
	shown := make([]string, len(numbers)-1)
	for i := range shown {
		shown[i] = strconv.Itoa(numbers[i])
	}
	return Told("parts.listed", "kinds", name, "numbers", strings.Join(shown, ", "), "last", last)
}
