package httpapi

import (
	"encoding/json"
	"testing"

	"ledge/internal/shop"
	"ledge/internal/shop/settings"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Papers tell dates and times as the shop does, in its time zone, once it has chosen; what is no
// time zone and no locale is refused at its field, and so is a change of what somebody else changed.
func TestPapersWriteAsTheShopDoes(t *testing.T) {
	base := serveDemo(t).URL
	local := func() (v settings.LocalView, tag string) {
		status, said, head := call(t, "GET", base+"/api/v1/shop/local", nil)
		require.Equal(t, 200, status)
		require.NoError(t, json.Unmarshal(said, &v))
		return v, head.Get("ETag")
	}
	signed := func() string {
		_, text, _ := call(t, "GET", base+"/api/v1/jobs/9/report", nil)
		var report shop.SharedView
		require.NoError(t, json.Unmarshal(text, &report))
		return report.Decisions[0].Signed + " " + report.Ready
	}
	before, tag := local()
	assert.Equal(t, "en-GB", before.Locale)
	assert.Empty(t, before.TimeZone, "that of the machine")
	assert.Regexp(t, `^Ida Lorn, \d{1,2} [A-Z][a-z]+ 20\d\d, \d\d:\d\d \d{1,2} [A-Z]`, signed())
	put := func(locale, zone, tag string) (int, string) {
		status, said, _ := call(t, "PUT", base+"/api/v1/shop/local",
			map[string]string{"locale": locale, "time_zone": zone}, "If-Match", tag)
		return status, string(said)
	}
	for _, tt := range [][3]string{{"xx", "", "body.locale"}, {"en-US", "Nowhere/At_all", "body.time_zone"},
		{"en-US", "../etc/passwd", "body.time_zone"}, {"en-US", "Local", "body.time_zone"}} {
		status, said := put(tt[0], tt[1], tag)
		assert.Equal(t, 422, status, said)
		assert.Contains(t, said, tt[2])
	}
	status, said := put("en-US", "Pacific/Auckland", tag)
	require.Equal(t, 200, status, said)
	assert.Regexp(t, `^Ida Lorn, [A-Z][a-z]+ \d{1,2}, 20\d\d, \d{1,2}:\d\d [ap]m [A-Z][a-z]+ \d`, signed())
	status, _ = put("en-GB", "", tag)
	assert.Equal(t, 409, status, "of before")
}
