package httpapi

import (
	"bufio"
	"encoding/json"
	"fmt"
	"net"
	"net/http"
	"testing"

	"github.com/google/uuid"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/shop"
	"ledge/internal/store"
)

// Who may sign says how an instrument is connected; an inspector holds its line for as long as they listen, and nobody
// else meanwhile. What is no line is refused, and what comes down the wire comes as frames.
func TestALineIsHeldOverTheAPI(t *testing.T) {
	base, of := staff(t)
	asks := func(role store.Role, method, path string, body any, want int) string {
		t.Helper()
		status, said := ask(t, of[role], method, base+"/api/v1/instruments"+path, body)
		require.Equal(t, want, status, said)
		return said
	}
	gauge, err := net.Listen("tcp", "127.0.0.1:0")
	require.NoError(t, err)
	t.Cleanup(func() { _ = gauge.Close() })
	d := told("Micrometer")
	asks(store.Inspector, "POST", "", d, 201)
	at := "/" + d.ID
	wire := func(port string) instrument.Deed {
		return instrument.Deed{ID: uuid.NewString(), What: instrument.Wired,
			Link: &instrument.Link{Port: port, Sends: instrument.Pressed}}
	}
	port := "tcp://" + gauge.Addr().String()
	asks(store.Inspector, "POST", at+"/link", wire(port), 403)
	asks(store.Inspector, "POST", at, wire(port), 422)
	assert.Contains(t, asks(store.Decider, "POST", at+"/link", wire(port), 422), "the pattern among its facts")
	facts := *d.Facts
	facts.Line = &instrument.Pattern{Expression: "^(?P<value>[0-9.]+)$", Unit: unit.In}
	asks(store.Inspector, "POST", at,
		instrument.Deed{ID: uuid.NewString(), What: instrument.Told, Facts: &facts, After: d.ID}, 201)
	assert.Contains(t, asks(store.Decider, "POST", at+"/link", wire("/etc/passwd"), 422), "link.port")
	bench := uuid.NewString()
	assert.Contains(t, asks(store.Inspector, "GET", at+"/line?bench="+bench, nil, 409), "is not connected")
	asks(store.Decider, "POST", at+"/link", wire(port), 201)

	asks(anyone, "GET", at+"/line?bench="+bench, nil, 401)
	asks(store.Viewer, "GET", at+"/line?bench="+bench, nil, 403)
	asks(store.Inspector, "GET", at+"/line?bench=mine", nil, 422)
	asks(store.Inspector, "GET", "/"+uuid.NewString()+"/line?bench="+bench, nil, 404)

	stream, err := of[store.Inspector].Get(base + "/api/v1/instruments" + at + "/line?mode=direct&bench=" + bench)
	require.NoError(t, err)
	defer stream.Body.Close()
	require.Equal(t, http.StatusOK, stream.StatusCode)
	plug, err := gauge.Accept()
	require.NoError(t, err)
	fmt.Fprint(plug, "2.0001\r\nBAT 87%\r\n")
	frames := bufio.NewScanner(stream.Body)
	var f shop.LineFrame
	for f.Says == "" && frames.Scan() {
		taken := f.Taken
		f = shop.LineFrame{}
		require.NoError(t, json.Unmarshal(frames.Bytes(), &f))
		f.Taken = append(taken, f.Taken...)
	}
	require.Len(t, f.Taken, 1)
	assert.Equal(t, 2*unit.Inch+unit.Tenth, f.Taken[0].Size)
	assert.Equal(t, "2.0001", f.Taken[0].Line)
	assert.Equal(t, "The line does not match.", f.Says)
	assert.Equal(t, "BAT 87%", f.Bad)
	assert.Contains(t, asks(store.Decider, "GET", at+"/line?bench="+uuid.NewString(), nil, 409),
		"A inspector has the line of Micrometer")
	assert.Contains(t, asks(store.Decider, "POST", at+"/line/"+uuid.NewString()+"/taken", nil, 409), "does not have")
}
