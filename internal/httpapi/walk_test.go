package httpapi

import (
	"bytes"
	"encoding/binary"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"net/http"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/shop"
	"ledge/internal/store"
)

// withOrientation puts an EXIF block before a JPEG's picture: turned a quarter, with a maker's text.
func withOrientation(picture []byte, orientation uint16) []byte {
	var tiff bytes.Buffer
	tiff.WriteString("II*\x00")
	_ = binary.Write(&tiff, binary.LittleEndian, uint32(8))
	_ = binary.Write(&tiff, binary.LittleEndian, uint16(1))
	_ = binary.Write(&tiff, binary.LittleEndian, []uint16{0x0112, 3})
	_ = binary.Write(&tiff, binary.LittleEndian, uint32(1))
	_ = binary.Write(&tiff, binary.LittleEndian, []uint16{orientation, 0})
	_ = binary.Write(&tiff, binary.LittleEndian, uint32(0))
	tiff.WriteString("secret place")
	block := append([]byte("Exif\x00\x00"), tiff.Bytes()...)
	out := append([]byte{}, picture[:2]...)
	out = append(out, 0xff, 0xe1)
	out = binary.BigEndian.AppendUint16(out, uint16(len(block)+2))
	return append(append(out, block...), picture[2:]...)
}

func picture(t *testing.T, width, height int) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, width, height))
	for x := range width {
		for y := range height / 2 {
			img.Set(x, y, color.RGBA{200, 30, 30, 255})
		}
	}
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, img, nil))
	return out.Bytes()
}

func send(t *testing.T, method, url, contentType string, body []byte) (int, []byte, http.Header) {
	t.Helper()
	request, err := http.NewRequest(method, url, bytes.NewReader(body))
	require.NoError(t, err)
	if contentType != "" {
		request.Header.Set("Content-Type", contentType)
	}
	request.Header.Set(personHeader, "Wanda")
	response, err := http.DefaultClient.Do(request)
	require.NoError(t, err)
	defer response.Body.Close()
	answer, err := io.ReadAll(response.Body)
	require.NoError(t, err)
	return response.StatusCode, answer, response.Header
}

// A photograph is turned upright, made smaller, and kept without anything but its picture.
func TestPhotosAreMadeAnew(t *testing.T) {
	base := serveDemo(t).URL
	id := uuid.NewString()
	path := base + "/api/v1/jobs/1/photos"
	sent := withOrientation(picture(t, 2000, 1000), 6)
	status, answer, _ := send(t, "POST", path+"?caption=deck&photo="+id, "application/octet-stream", sent)
	require.Equal(t, 201, status, string(answer))
	var view shop.JobView
	require.NoError(t, json.Unmarshal(answer, &view))
	require.Len(t, view.Photos, 1)
	assert.Equal(t, [2]int{800, 1600}, [2]int{view.Photos[0].Width, view.Photos[0].Height},
		"a quarter turn, within 1600")
	status, kept, header := send(t, "GET", path+"/"+id, "", nil)
	require.Equal(t, 200, status)
	assert.Equal(t, "image/jpeg", header.Get("Content-Type"))
	assert.NotContains(t, string(kept), "Exif")
	assert.NotContains(t, string(kept), "secret place")
	decoded, err := jpeg.Decode(bytes.NewReader(kept))
	require.NoError(t, err)
	red, _, _, _ := decoded.At(780, 800).RGBA() // the top of the original is the right of the upright picture
	assert.Greater(t, red, uint32(40000))
	_, small, _ := send(t, "GET", path+"/"+id+"?small=true", "", nil)
	assert.Less(t, len(small), len(kept))

	for name, body := range map[string][]byte{"no picture": []byte("<svg onload=alert(1)>"),
		"cut short": sent[:2000], "a GIF": []byte("GIF89a\x01\x00\x01\x00\x00\x00\x00;")} {
		status, answer, _ := send(t, "POST", path+"?photo="+uuid.NewString(), "application/octet-stream", body)
		assert.Equal(t, 422, status, name)
		assert.Contains(t, string(answer), "picture", name)
	}
	bomb := picture(t, 8, 8)
	at := bytes.Index(bomb, []byte{0xff, 0xc0})
	binary.BigEndian.PutUint16(bomb[at+5:], 60000)
	binary.BigEndian.PutUint16(bomb[at+7:], 60000)
	status, answer, _ = send(t, "POST", path+"?photo="+uuid.NewString(), "application/octet-stream", bomb)
	assert.Equal(t, 422, status)
	assert.Contains(t, string(answer), "too many pixels")
	status, _, _ = send(t, "POST", path+"?photo="+uuid.NewString(), "application/octet-stream", make([]byte, 13<<20))
	assert.Equal(t, 413, status)
	status, _, _ = send(t, "DELETE", path+"/"+id+"", "", nil)
	assert.Equal(t, 200, status)
	status, _, _ = send(t, "GET", path+"/"+id, "", nil)
	assert.Equal(t, 404, status)
}

// The readings of a job leave as CSV and come back as nothing new; a changed one replaces what was
// there; a file with one bad row changes nothing.
func TestReadingsAsCSV(t *testing.T) {
	base := serveDemo(t).URL
	for _, job := range []int{1, 3, 6, 7} {
		path := fmt.Sprintf("%s/api/v1/jobs/%d", base, job)
		status, csv, header := send(t, "GET", path+"/readings.csv", "", nil)
		require.Equal(t, 200, status)
		assert.Contains(t, header.Get("Content-Type"), "text/csv")
		status, answer, _ := call(t, "POST", path+"/readings-files?take=true", map[string]string{"text": string(csv)})
		require.Equal(t, 200, status, string(answer))
		var seen shop.ReadingsAnswer
		require.NoError(t, json.Unmarshal(answer, &seen))
		assert.Zero(t, seen.Rows)
		assert.Equal(t, strings.Count(string(csv), "\n")-1, seen.Known)
	}
	path := base + "/api/v1/jobs/1"
	head := "kind,number,station,direction,repeat,reading,unit\n"
	good := head + "main_journal,1,A,0,1,1.7700,in\nmain_journal,1,A,0,2,44.956,mm\n"
	before, _, _ := call(t, "GET", path, nil)
	require.Equal(t, 200, before)
	status, answer, _ := call(t, "POST", path+"/readings-files?take=true",
		map[string]string{"text": good +
			"main_journal,9,A,0,1,1.77,in\nmain_journal,1,Z,0,1,1.77,in\nmain_journal,1,A,33,1,1.77,in\n"})
	assert.Equal(t, 422, status)
	for _, sentence := range []string{`"line 4"`, "no Main 9", `"line 5"`, "no station", `"line 6"`,
		"not read at 33"} {
		assert.Contains(t, string(answer), sentence)
	}
	status, answer, _ = call(t, "POST", path+"/readings-files", map[string]string{"text": good})
	assert.Equal(t, 200, status)
	assert.Contains(t, string(answer), `"rows":2`)
	assert.Contains(t, string(answer), `"replaced":1`)
	_, csv, _ := send(t, "GET", path+"/readings.csv", "", nil)
	assert.NotContains(t, string(csv), "Ida", "a look changes nothing")
	status, _, _ = call(t, "POST", path+"/readings-files?take=true", map[string]string{"text": good},
		personHeader, "Ida")
	assert.Equal(t, 200, status)
	_, csv, _ = send(t, "GET", path+"/readings.csv", "", nil)
	assert.Contains(t, string(csv), "44.956,mm", "a length that has no end in inches stays metric")
	assert.Equal(t, 2, strings.Count(string(csv), "Ida"))

	// Who a file says took a reading did not take it here: pages and papers tell them apart.
	claimed := "kind,number,station,direction,reading,unit,taken_by\nmain_journal,2,A,0,1.7710,in,Mallory\n"
	status, answer, _ = call(t, "POST", path+"/readings-files?take=true", map[string]string{"text": claimed},
		personHeader, "Ida")
	require.Equal(t, 200, status, string(answer))
	moments := get[[]store.Moment](t, path+"/history?kind=main_journal&number=2")
	assert.True(t, moments[0].By == "Mallory" && moments[0].FromFile, "%+v", moments[0])
	assert.True(t, slices.ContainsFunc(get[[]store.Moment](t, path+"/history"), func(m store.Moment) bool {
		return m.By == "Ida" && m.Change == "taken_in" && m.Many == 1 && !m.FromFile
	}), "who took the file in is on record")
	assert.Contains(t, second(t, "pdftotext", "-layout", fetched(t, path+"/inspection.pdf"), "-"),
		"Mallory (as a file says)")
}

// What cannot be is refused at its place: answers, gauges, conditions, states, parts.
func TestWhatCannotBeIsRefusedAtItsPlace(t *testing.T) {
	path := serveDemo(t).URL + "/api/v1/jobs/6"
	answer := func(topic, place, value string) map[string]any {
		return map[string]any{"answers": []any{map[string]string{"id": uuid.NewString(), "topic": topic,
			"place": place, "value": value, "note": ""}}}
	}
	gauge := func(more map[string]any) map[string]any {
		body := map[string]any{"id": uuid.NewString(), "kind": "cylinder", "instrument": "bore_gauge",
			"division": 127000, "mode": "direct", "sense": -1}
		for k, v := range more {
			body[k] = v
		}
		return body
	}
	condition := func(more map[string]any) map[string]any {
		body := map[string]any{"id": uuid.NewString(), "kind": "cylinder"}
		for k, v := range more {
			body[k] = v
		}
		return body
	}
	for _, tt := range []struct {
		path   string
		body   any
		status int
		place  string
	}{
		{"/answers", answer("main_cap", "main 9", "marked"), 422, "body.answers.0.value"},
		{"/answers", answer("main_stamp", "", "ten"), 422, "body.answers.0.value"},
		{"/answers", answer("main_stamp", "", ".010"), 201, ""},
		{"/gauges", gauge(map[string]any{"division": 0}), 422, "body.division"},
		{"/gauges", gauge(map[string]any{"mode": "divisions"}), 422, "body.setting"},
		{"/gauges", gauge(map[string]any{"mode": "divisions", "mating": true}), 201, ""},
		{"/gauges", gauge(map[string]any{"mode": "vernier"}), 422, "body.setting"},
		{"/gauges", gauge(map[string]any{"kind": "main_strip", "mode": "strip",
			"steps": []int{300000, 200000}}), 422, "body.steps"},
		{"/gauges", gauge(map[string]any{"kind": "main_strip", "mode": "strip",
			"steps": []int{200000, 300000}}), 201, ""},
		{"/gauges", gauge(map[string]any{"kind": "end_float", "mode": "divisions", "checked": true}), 201, ""},
		{"/gauges", gauge(map[string]any{"kind": "strip"}), 422, "body.kind"},
		{"/conditions", condition(map[string]any{"gauge_c": 20}), 422, "body.part_c"},
		{"/conditions", condition(map[string]any{"part_c": 30, "gauge_c": 20}), 422, "body.material"},
		{"/conditions", condition(map[string]any{"part_c": 30}), 201, ""},
		{"/states", map[string]any{"kind": "cylinder", "state": "After Hone"}, 422, "body.state"},
		{"/states", map[string]any{"kind": "cylinder", "state": "after_hone"}, 201, ""},
		{"/states", map[string]any{"kind": "cylinder", "state": "after_hone"}, 409, ""},
		{"/parts", map[string]any{"kind": "gearbox", "count": 1}, 422, "body.kind"},
		{"/parts", map[string]any{"kind": "rod_weight", "count": 4}, 201, ""},
		{"/places", map[string]any{"kind": "deck", "number": 1, "state": "as_found", "station": "A",
			"direction": 0}, 422, "body.kind"},
		{"/gauge-checks", map[string]any{"id": uuid.NewString(), "kind": "cylinder", "off": 0,
			"gauge": uuid.NewString()}, 409, ""},
	} {
		status, got, _ := call(t, "POST", path+tt.path, tt.body)
		assert.Equal(t, tt.status, status, "%s %v: %s", tt.path, tt.body, got)
		if tt.place != "" {
			assert.Contains(t, string(got), `"location":"`+tt.place+`"`, "%s %v", tt.path, tt.body)
		}
	}
}

// A gap below zero cannot be; a huge one is asked about, and taken when confirmed. Weights are
// grams in any job.
func TestListReadings(t *testing.T) {
	path := serveDemo(t).URL + "/api/v1/jobs/6"
	status, _, _ := call(t, "POST", path+"/parts", map[string]any{"kind": "rod_weight", "count": 1})
	require.Equal(t, 201, status)
	read := func(kind string, station int, value int64, unusual bool) (int, string) {
		status, answer, _ := call(t, "POST", path+"/readings",
			map[string]any{"id": uuid.NewString(), "kind": kind, "number": 1, "state": "as_found",
				"station": station, "direction": 0,
				"what": "size", "value": value, "typed": "", "repeat": false, "unusual": unusual})
		return status, string(answer)
	}
	status, answer := read("deck", 0, -1, false)
	assert.Equal(t, 422, status)
	assert.Contains(t, answer, "less than zero")
	status, answer = read("deck", 0, 60*254000, false)
	assert.Equal(t, 201, status, answer)
	status, answer = read("deck", 0, 200*254000, false)
	assert.Equal(t, 422, status)
	assert.Contains(t, answer, "very large")
	status, _ = read("deck", 0, 200*254000, true)
	assert.Equal(t, 201, status)
	status, answer = read("rod_weight", 0, 512_5000000, false)
	assert.Equal(t, 201, status, answer)
	_, file, _ := call(t, "GET", path+"/file", nil)
	assert.Contains(t, string(file), `"big_end": 512.5`)
}
