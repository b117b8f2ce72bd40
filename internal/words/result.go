package words

import "ledge/internal/core/disposition"

// Result gives everything said in a result its text.
func (s Speaker) Result(r *disposition.Result) {
	for i := range r.Features {
		s.Fill(r.Features[i].Notes)
	}
	for i := range r.Sets {
		s.Set(&r.Sets[i])
	}
}

// Set gives the reasons of a set and of its options their texts.
func (s Speaker) Set(set *disposition.Set) {
	s.Fill(set.Reasons)
	for i := range set.NotSeen {
		set.NotSeen[i].Says.Text = s.Say(set.NotSeen[i].Says)
	}
	for i := range set.Options {
		s.Fill(set.Options[i].Reasons)
	}
}

// Build gives what is said of matchings and rings its text.
func (s Speaker) Build(b *disposition.Build) {
	for i := range b.Matchings {
		b.Matchings[i].Basis.Text = s.Say(b.Matchings[i].Basis)
	}
	for i := range b.Rings {
		s.Fill(b.Rings[i].Says)
	}
}
