package httpapi

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// A label for each piece that is wrapped, with its sizes as they are now; a page of them, or one for each on a roll.
func TestLabels(t *testing.T) {
	base := serveDemo(t).URL
	at := base + "/api/v1/jobs/9/labels.pdf"
	text := second(t, "pdftotext", "-layout", fetched(t, at), "-")
	for _, says := range []string{"Block", "Crankshaft", "Rod 1", "Rod 2", "Piston 2", "L-0009", "after grinding"} {
		assert.Contains(t, text, says)
	}
	text = second(t, "pdftotext", "-layout", fetched(t, at+"?roll=true&of=rods&number=2"), "-")
	assert.Contains(t, text, "Rod 2")
	assert.NotContains(t, text, "Crankshaft")
	status, said, _ := call(t, "GET", at+"?of=camshaft", nil)
	assert.Equal(t, 409, status, "%s", said)
}
