package shop

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/core/inspection"
	"ledge/internal/core/order"
	"ledge/internal/report"
)

// A letter counts as proved what came back as it was ordered, and what somebody accepted as it came; not what is still
// to be measured or missed its order.
func TestALetterCountsWhatIsProved(t *testing.T) {
	proofs := []order.Proof{{Key: "a", Verdict: order.ProofWithin}, {Key: "b", Verdict: order.ProofOpen},
		{Key: "c", Verdict: order.ProofMissed}, {Key: "d", Verdict: order.ProofMissed}}
	job := report.Job{In: &inspection.Inspection{}, Proofs: []report.Proof{
		{Proofs: proofs, Accepted: map[string]string{"d": "good enough for the mill"}}}}
	v := sharedView(job)
	assert.Equal(t, []int{4, 2}, []int{v.ToProve, v.Proved})
	assert.Zero(t, sharedView(report.Job{}).ToProve)
}
