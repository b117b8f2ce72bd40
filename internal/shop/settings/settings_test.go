package settings

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"ledge/internal/words"
)

// An address on a paper must lead somebody else here.
func TestAddressesThatOthersCanReach(t *testing.T) {
	for text, want := range map[string]string{
		"":                                 "",
		"  https://ledge.shop.example/ ":   "https://ledge.shop.example",
		"http://192.0.2.7:8173":            "http://192.0.2.7:8173",
		"https://shop.example/measuring//": "https://shop.example/measuring",
	} {
		address, sentence := PublicURL(text)
		assert.Equal(t, []string{want, ""}, []string{address, sentence}, text)
	}
	for text, why := range map[string]string{
		"shop.example":             "refuse.address",
		"ftp://shop.example":       "refuse.address",
		"https://":                 "refuse.address",
		"https://shop.example?a=1": "refuse.address",
		"https://shop.example#top": "refuse.address",
		"https://ida@shop.example": "refuse.address",
		"http://%zz":               "refuse.address",
		"http://localhost:8173":    "refuse.address_here",
		"http://ledge.LOCALHOST":   "refuse.address_here",
		"http://127.0.0.1":         "refuse.address_here",
		"http://0.0.0.0:80":        "refuse.address_here",
		"http://[::1]:8173":        "refuse.address_here",
	} {
		address, sentence := PublicURL(text)
		assert.Equal(t, []string{"", words.Told(why)}, []string{address, sentence}, text)
	}
}
