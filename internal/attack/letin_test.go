//go:build attack

package attack

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/jpeg"
	"net"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"

	"ledge/internal/core/instrument"
	"ledge/internal/core/unit"
	"ledge/internal/store/office"
	"ledge/internal/store/tables"
)

// person adds somebody and signs them in with a password of their own.
func (l *ledge) person(t *testing.T, role office.Role) *http.Client {
	t.Helper()
	first, own := "a first plain password", "one of my own choosing"
	status, said := l.send("POST", "/api/v1/people",
		fields{"name": "A " + role, "role": role, "password": first, "barred": false})
	require.Equal(t, 201, status, string(said))
	client := newClient(t)
	status, said = l.sendAs(client, "POST", "/api/v1/session", fields{"name": "A " + role, "password": first})
	require.Equal(t, 200, status, string(said))
	status, said = l.sendAs(client, "PUT", "/api/v1/session/password", fields{"old": first, "password": own})
	require.Equal(t, 200, status, string(said))
	return client
}

// gaugeOf tells an instrument whose lines are read by a pattern.
func (l *ledge) gaugeOf(t *testing.T, expression string) (id string, status int, said []byte) {
	t.Helper()
	id = uuid.NewString()
	status, said = l.send("POST", "/api/v1/instruments", instrument.Deed{ID: id, What: instrument.Told,
		Facts: &instrument.Facts{Name: "Micrometer", Tag: id[:4], Kind: instrument.Micrometer, Unit: unit.In,
			Division: unit.Tenth, Sense: 1, Line: &instrument.Pattern{Expression: expression, Unit: unit.In}}})
	return id, status, said
}

func (l *ledge) wire(id, port string) (int, []byte) {
	return l.send("POST", "/api/v1/instruments/"+id+"/link", instrument.Deed{ID: uuid.NewString(),
		What: instrument.Wired,
		Link: &instrument.Link{Port: port, Sends: instrument.Pressed}})
}

// No name of a line opens anything but a port: the lock on the shop's file stands after every one was tried.
func TestLetInLines(t *testing.T) {
	path := filepath.Join(t.TempDir(), "shop.db")
	l := start(t, "demo", path, "--copies", "0")
	id, status, said := l.gaugeOf(t, "(?P<value>[0-9.]+)")
	require.Equal(t, 201, status, string(said))
	names := []string{path, "/etc/passwd", "/dev/null", "/dev/tty", "/dev/console", "/dev/ptmx", "/dev/pts/ptmx",
		"/dev/mem",
		"/dev/ttyS0/../../etc/passwd", "/dev/serial/by-id/../../fd/3", "COM1/../x", "tcp://169.254.169.254:80",
		"tcp://0.0.0.0:1", "tcp://[fe80::1]:22", "tcp://127.1:22", "tcp://a b:1", "file:///etc/passwd"}
	for fd := range 40 {
		names = append(names, fmt.Sprintf("/dev/fd/%d", fd), fmt.Sprintf("/proc/self/fd/%d", fd))
	}
	opened := 0
	try := func(port string) {
		if status, _ := l.wire(id, port); status != 201 {
			return
		}
		opened++
		client := newClient(t)
		client.Timeout = 700 * time.Millisecond
		answer, err := client.Get(l.base + "/api/v1/instruments/" + id +
			"/line?mode=direct&over=1&bench=" + uuid.NewString())
		if err == nil {
			time.Sleep(200 * time.Millisecond)
			_ = answer.Body.Close()
		}
	}
	for _, name := range names {
		try(name)
	}
	promise(t, "no name but a port's is taken", opened == 0, "%d of %d names were", opened, len(names))
	// Ports that are there, or not: they are looked at and opened, and nothing of the shop's file is let go.
	for _, name := range []string{"/dev/ttyS0", "/dev/ttyUSB99", "/dev/serial/by-id/none", "tcp://127.0.0.1:1",
		strings.Replace(l.base, "http", "tcp", 1)} {
		try(name)
	}
	// Photographs, imports, archives and copies open files of their own, and none of the shop's.
	var picture bytes.Buffer
	require.NoError(t, jpeg.Encode(&picture, image.NewGray(image.Rect(0, 0, 40, 30)), nil))
	status, said = l.send("POST", "/api/v1/jobs/1/photos?photo="+uuid.NewString(), picture.Bytes())
	require.Equal(t, 201, status, string(said))
	manyJobs(l, 1)
	status, said = l.send("GET", "/api/v1/jobs/6/archive", nil)
	require.Equal(t, 200, status)
	status, said = l.send("POST", "/api/v1/archives?take=true&id="+uuid.NewString(), said)
	require.Equal(t, 200, status/100*100, string(said))
	copied := filepath.Join(t.TempDir(), "copy.db")
	require.NoError(t, tables.Schema.Backup(t.Context(), path, copied))
	link := filepath.Join(filepath.Dir(path), "other.db")
	require.NoError(t, os.Link(path, link))
	_, err := tryStart(t, "serve", link, "--copies", "0")
	promise(t, "the lock on the shop's file stands after all lines", err != nil && strings.Contains(err.Error(),
		"already running"),
		"a second Ledge on a link: %.60v", err)
	acked := 0
	for range 25 {
		if status, _ := l.send("POST", "/api/v1/jobs/1/readings", reading()); status == 201 {
			acked++
		}
	}
	before := tape(l, 1)
	l.kill()
	l = start(t, "serve", path, "--copies", "0")
	promise(t, "what was acknowledged after them is there after a kill", acked == 25 && tape(l, 1) == before,
		"%d acknowledged, %d of %d readings", acked, tape(l, 1), before)
}

// Slow readers, patterns that burn time, and guesses keep nobody from their work; a role that is taken away is gone
// at once.
func TestLetInShop(t *testing.T) {
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"), "--require-sign-in", "--copies", "0")
	l.owner()
	inspector := l.person(t, office.Inspector)
	address := strings.TrimPrefix(l.base, "http://")
	for i := range 40 {
		c, err := net.Dial("tcp", address)
		require.NoError(t, err)
		t.Cleanup(func() { _ = c.Close() })
		require.NoError(t, c.(*net.TCPConn).SetReadBuffer(1024))
		path := []string{"/api/openapi.json", "/", "/api/v1/table", "/healthz"}[i%4]
		fmt.Fprintf(c, "GET %s HTTP/1.1\r\nHost: %s\r\n\r\n", path, address)
	}
	served, worst := 0, time.Duration(0)
	for range 20 {
		begun := time.Now()
		if status, _ := l.sendAs(inspector, "GET", "/api/v1/jobs/6", nil); status == 200 {
			served++
		}
		worst = max(worst, time.Since(begun))
	}
	promise(t, "40 sockets that read nothing keep nobody waiting", served == 20, "%d of 20 served, %s at the worst",
		served,
		worst.Round(time.Millisecond))

	heavy := "(?P<value>[0-9]+)" + strings.Repeat("(.{0,200})?", 29)
	begun := time.Now()
	_, status, said := l.gaugeOf(t, heavy)
	promise(t, "a pattern that burns time is not taken", status == 422 && time.Since(begun) < 5*time.Second,
		"%d characters: %d %.80s, %s", len(heavy), status, said, time.Since(begun).Round(time.Millisecond))
	begun = time.Now()
	status, _ = l.send("POST", "/api/v1/instruments/pattern", fields{"pattern": fields{
		"expression": "(?P<value>[0-9]+)" + strings.Repeat("x?", 150), "unit": "in"}, "text": strings.Repeat("1", 9000)})
	promise(t, "trying a pattern ends", time.Since(begun) < 5*time.Second, "%d after %s", status,
		time.Since(begun).Round(time.Millisecond))

	refused := 0
	for i := range 40 {
		if status, _ := l.sendAs(newClient(t), "POST", "/api/v1/session",
			fields{"name": "A inspector", "password": fmt.Sprintf("guess %d", i)}); status == 429 {
			refused++
		}
	}
	promise(t, "guessing is slowed down", refused >= 30, "%d of 40 guesses were not even looked at", refused)
	status, _ = l.sendAs(inspector, "GET", "/api/v1/jobs", nil)
	promise(t, "and who is signed in works on", status == 200, "%d", status)

	stream, err := inspector.Get(l.base + "/api/v1/live")
	require.NoError(t, err)
	defer stream.Body.Close()
	_, said = l.send("GET", "/api/v1/people", nil)
	var people []office.Person
	require.NoError(t, json.Unmarshal(said, &people))
	for _, p := range people {
		if p.Role == office.Inspector {
			status, said = l.sendAs(l.client, "PUT", fmt.Sprintf("/api/v1/people/%d", p.ID),
				fields{"name": p.Name, "role": office.Viewer, "barred": false}, "If-Match", fmt.Sprint(p.Version))
			require.Equal(t, 200, status, string(said))
		}
	}
	status, _ = l.sendAs(inspector, "POST", "/api/v1/jobs/1/readings", reading())
	promise(t, "a role that was taken away is gone at once", status == 403, "%d", status)
}
