package httpapi

import (
	"bufio"
	"encoding/json"
	"fmt"
	"net"
	"net/http"
	"slices"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/shop/cabinet"
	"ledge/internal/store/office"
)

// Who may sign says how an instrument is connected; an inspector holds its line for as long as they listen, and nobody
// else meanwhile. What is no line is refused, and what comes down the wire comes as frames.
func TestALineIsHeldOverTheAPI(t *testing.T) {
	base, of := staff(t)
	asks := func(role office.Role, method, path string, body any, want int) string {
		t.Helper()
		status, said := ask(t, of[role], method, base+"/api/v1/instruments"+path, body)
		require.Equal(t, want, status, said)
		return said
	}
	gauge, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	t.Cleanup(func() { _ = gauge.Close() })
	d := told("Micrometer")
	asks(office.Inspector, "POST", "", d, 201)
	at := "/" + d.ID
	wire := func(port string) instrument.Deed {
		return instrument.Deed{ID: uuid.NewString(), What: instrument.Wired,
			Link: &instrument.Link{Port: port, Sends: instrument.Pressed}}
	}
	port := "tcp://" + gauge.Addr().String()
	asks(office.Inspector, "POST", at+"/link", wire(port), 403)
	asks(office.Inspector, "POST", at, wire(port), 422)
	assert.Contains(t, asks(office.Owner, "POST", at+"/link", wire(port), 422), "the pattern among its facts")
	facts := *d.Facts
	facts.Line = &instrument.Pattern{Expression: "^(?P<value>[0-9.]+)$", Unit: unit.In}
	asks(office.Inspector, "POST", at,
		instrument.Deed{ID: uuid.NewString(), What: instrument.Told, Facts: &facts, After: d.ID}, 201)
	assert.Contains(t, asks(office.Decider, "POST", at+"/link", wire("/etc/passwd"), 422), "link.port")
	bench := uuid.NewString()
	assert.Contains(t, asks(office.Inspector, "GET", at+"/line?bench="+bench, nil, 409), "is not connected")
	asks(office.Owner, "POST", at+"/link", wire(port), 201)

	asks(anyone, "GET", at+"/line?bench="+bench, nil, 401)
	asks(office.Viewer, "GET", at+"/line?bench="+bench, nil, 403)
	asks(office.Inspector, "GET", at+"/line?bench=mine", nil, 422)
	asks(office.Inspector, "GET", "/"+uuid.NewString()+"/line?bench="+bench, nil, 404)

	stream, err := of[office.Inspector].Get(base + "/api/v1/instruments" + at + "/line?mode=direct&bench=" + bench)
	require.NoError(t, err)
	defer stream.Body.Close()
	require.Equal(t, http.StatusOK, stream.StatusCode)
	plug, err := gauge.Accept()
	require.NoError(t, err)
	fmt.Fprint(plug, "2.0001\r\nBAT 87%\r\n")
	frames := bufio.NewScanner(stream.Body)
	var f cabinet.LineFrame
	for f.Says == "" && frames.Scan() {
		taken := f.Taken
		f = cabinet.LineFrame{}
		require.NoError(t, json.Unmarshal(frames.Bytes(), &f))
		f.Taken = append(taken, f.Taken...)
	}
	require.Len(t, f.Taken, 1)
	assert.Equal(t, 2*unit.Inch+unit.Tenth, f.Taken[0].Size)
	assert.Equal(t, "2.0001", f.Taken[0].Line)
	assert.Equal(t, "The line does not match.", f.Says)
	assert.Equal(t, 1, f.Bads)
	assert.Contains(t, asks(office.Decider, "GET", at+"/line?bench="+uuid.NewString(), nil, 409),
		"A inspector has the line of Micrometer")
	assert.Contains(t, asks(office.Decider, "POST", at+"/line/"+uuid.NewString()+"/taken", nil, 409), "does not have")

	// Who loses the role loses the line at once.
	status, said := ask(t, of[office.Owner], "GET", base+"/api/v1/people", nil)
	require.Equal(t, 200, status, said)
	var people []office.Person
	require.NoError(t, json.Unmarshal([]byte(said), &people))
	i := slices.IndexFunc(people, func(p office.Person) bool { return p.Name == "A inspector" })
	status, said = ask(t, of[office.Owner], "PUT", fmt.Sprintf("%s/api/v1/people/%d", base, people[i].ID),
		fields{"name": people[i].Name, "role": "viewer", "barred": false}, "If-Match", fmt.Sprint(people[i].Version))
	require.Equal(t, 200, status, said)
	ended := make(chan bool)
	go func() {
		for frames.Scan() {
			continue
		}
		close(ended)
	}()
	select {
	case <-ended:
	case <-time.After(20 * time.Second):
		t.Fatal("a viewer still has the line")
	}
}

// What an instrument sends that is no reading is told to those who may wire it; others hear how much of it came. Only
// an owner connects one over the network, and no address is Ledge's own.
func TestALineReachesNoFurther(t *testing.T) {
	base, of := staff(t)
	d := told("Micrometer")
	facts := *d.Facts
	facts.Line = &instrument.Pattern{Expression: "(?P<value>[0-9.]+)", Unit: unit.In}
	d.Facts = &facts
	status, said := ask(t, of[office.Inspector], "POST", base+"/api/v1/instruments", d)
	require.Equal(t, 201, status, said)
	gauge, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	t.Cleanup(func() { _ = gauge.Close() })
	wire := func(role office.Role, link instrument.Link) (int, string) {
		link.Sends = instrument.Pressed
		return ask(t, of[role], "POST", base+"/api/v1/instruments/"+d.ID+"/link",
			instrument.Deed{ID: uuid.NewString(), What: instrument.Wired, Link: &link})
	}
	port := "tcp://" + gauge.Addr().String()
	for _, tt := range []struct {
		link instrument.Link
		says string
	}{{instrument.Link{Port: "tcp://169.254.169.254:80"}, "cannot be a gauge"},
		{instrument.Link{Port: "/dev/fd/7"}, "the name of a serial port"},
		{instrument.Link{Port: "/dev/pts/0"}, "the name of a serial port"},
		{instrument.Link{Port: port, Request: "GET / HTTP/1.1\\r\\nHost: x\\r\\n"}, "16 characters at most"}} {
		status, said := wire(office.Owner, tt.link)
		assert.Equal(t, 422, status, said)
		assert.Contains(t, said, tt.says)
	}
	status, said = wire(office.Decider, instrument.Link{Port: port})
	assert.Equal(t, 422, status)
	assert.Contains(t, said, "Only an owner")
	status, said = wire(office.Owner, instrument.Link{Port: port})
	require.Equal(t, 201, status, said)
	for role, shown := range map[office.Role]string{office.Inspector: "", office.Owner: "SECRET BANNER"} {
		stream, err := of[role].Get(base + "/api/v1/instruments/" + d.ID +
			"/line?mode=direct&over=1&bench=" + uuid.NewString())
		require.NoError(t, err)
		plug, err := gauge.Accept()
		require.NoError(t, err)
		fmt.Fprint(plug, "SECRET BANNER\r\n")
		frames := bufio.NewScanner(stream.Body)
		var f cabinet.LineFrame
		for f.Says == "" && frames.Scan() {
			f = cabinet.LineFrame{}
			require.NoError(t, json.Unmarshal(frames.Bytes(), &f))
		}
		assert.Equal(t, shown, f.Bad, role)
		assert.Equal(t, 1, f.Bads, role)
		fmt.Fprint(plug, "HEAD 2.0001 TAIL\r\n")
		for len(f.Taken) == 0 && frames.Scan() {
			f = cabinet.LineFrame{}
			require.NoError(t, json.Unmarshal(frames.Bytes(), &f))
		}
		require.Len(t, f.Taken, 1)
		assert.Equal(t, "2.0001", f.Taken[0].Line, "as far as the pattern matched")
		_ = stream.Body.Close()
		_ = plug.Close()
	}
}
