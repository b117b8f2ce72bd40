package words

import "ledge/internal/core/plan"

// Plan gives a plan its words: its name, what it sees and what it cannot see.
func Plan(p plan.Plan) plan.Plan {
	p.Name, p.Sees, p.Blind = word("plan", p.ID), optional("plan."+p.ID+".sees"), optional("plan."+p.ID+".blind")
	return p
}

// Plans are all of them with their words.
func Plans() []plan.Plan {
	all := plan.All()
	for i := range all {
		all[i] = Plan(all[i])
	}
	return all
}
