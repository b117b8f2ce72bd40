//go:build attack

// Package attack tries the promises that Ledge makes against the real binary: `make attack`. One
// line a promise.
package attack

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"net/http/cookiejar"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"ledge/internal/shop"
)

// binary is the Ledge that is attacked.
func binary() string {
	if path := os.Getenv("LEDGE"); path != "" {
		return path
	}
	path, _ := filepath.Abs("../../bin/ledge")
	return path
}

// promise prints what was found on one promise, and fails where it is broken.
func promise(t *testing.T, text string, kept bool, format string, figures ...any) {
	t.Helper()
	mark := "kept  "
	if !kept {
		mark = "BROKEN"
		t.Fail()
	}
	fmt.Printf("%s  %s: %s\n", mark, text, fmt.Sprintf(format, figures...))
}

// A ledge is a running server.
type ledge struct {
	t       *testing.T
	process *os.Process
	base    string
	code    string
	said    *bytes.Buffer
	client  *http.Client
	name    string
	done    chan error
}

var (
	addressPattern = regexp.MustCompile(`https?://[^/]+`)
	codePattern    = regexp.MustCompile(`with this code: (\S+)`)
)

// start runs Ledge on a file; args come after `--db file --listen`.
func start(t *testing.T, command, path string, args ...string) *ledge {
	t.Helper()
	l, err := tryStart(t, command, path, args...)
	require.NoError(t, err)
	return l
}

func tryStart(t *testing.T, command, path string, args ...string) (*ledge, error) {
	t.Helper()
	_, missing := os.Stat(path)
	fresh := missing != nil
	cmd := exec.Command(binary(), append([]string{command, "--db", path, "--listen", "127.0.0.1:0"}, args...)...)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	l := &ledge{t: t, said: &bytes.Buffer{}, name: "Harness", done: make(chan error, 1)}
	cmd.Stderr = l.said
	require.NoError(t, cmd.Start())
	l.process = cmd.Process
	lines := bufio.NewReader(out)
	for {
		line, err := lines.ReadString('\n')
		l.said.WriteString(line)
		if found := addressPattern.FindString(line); found != "" && strings.HasPrefix(line, "Ledge is at") {
			l.base = found
			break
		}
		if err != nil {
			return l, fmt.Errorf("it did not start: %v: %s", cmd.Wait(), l.said)
		}
	}
	if fresh && strings.Contains(strings.Join(args, " "), "sign-in") {
		line, _ := lines.ReadString('\n')
		if found := codePattern.FindStringSubmatch(line); found != nil {
			l.code = found[1]
		}
	}
	go func() {
		_, _ = io.Copy(io.Discard, lines)
		l.done <- cmd.Wait()
	}()
	l.client = newClient(t)
	t.Cleanup(l.kill)
	return l, nil
}

func newClient(t *testing.T) *http.Client {
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	return &http.Client{Jar: jar, Timeout: 60 * time.Second, Transport: &http.Transport{MaxIdleConnsPerHost: 32}}
}

// kill is kill -9.
func (l *ledge) kill() {
	_ = l.process.Kill()
	select {
	case err := <-l.done:
		l.done <- err
	case <-time.After(10 * time.Second):
	}
}

// send returns the status and the body; status 0 where nobody answered.
func (l *ledge) send(method, path string, body any) (int, []byte) {
	return l.sendAs(l.client, method, path, body)
}

// decided is what is decided and ordered of a job, with the last status: 0 where nobody answered, 500 for what cannot
// be read.
func (l *ledge) decided(at string) (decided shop.SetsView, ordered shop.OrdersView, status int) {
	for path, into := range map[string]any{"/decisions": &decided, "/orders": &ordered} {
		var said []byte
		if status, said = l.send("GET", at+path, nil); status != 200 {
			return decided, ordered, status
		}
		if json.Unmarshal(said, into) != nil {
			return decided, ordered, 500
		}
	}
	return decided, ordered, status
}

func (l *ledge) sendAs(client *http.Client, method, path string, body any, header ...string) (int, []byte) {
	var text []byte
	contentType := "application/json"
	switch b := body.(type) {
	case nil:
	case []byte:
		text, contentType = b, "application/octet-stream"
	default:
		text, _ = json.Marshal(b)
	}
	request, err := http.NewRequest(method, l.base+path, bytes.NewReader(text))
	if err != nil {
		return -1, []byte(err.Error())
	}
	request.Header.Set("Content-Type", contentType)
	request.Header.Set("Ledge-Person", url.QueryEscape(l.name))
	for i := 0; i+1 < len(header); i += 2 {
		request.Header.Set(header[i], header[i+1])
	}
	answer, err := client.Do(request)
	if err != nil {
		return 0, []byte(err.Error())
	}
	defer answer.Body.Close()
	said, err := io.ReadAll(answer.Body)
	if err != nil {
		return 0, said
	}
	return answer.StatusCode, said
}

// glance asks and throws away what is answered.
func (l *ledge) glance(path string) int {
	request, err := http.NewRequest("GET", l.base+path, nil)
	if err != nil {
		return -1
	}
	request.Header.Set("Accept-Encoding", "gzip") // as browsers do; unpacking it is not what is measured
	answer, err := l.client.Do(request)
	if err != nil {
		return 0
	}
	defer answer.Body.Close()
	_, _ = io.Copy(io.Discard, answer.Body)
	return answer.StatusCode
}

// give sends and throws away what is answered.
func (l *ledge) give(path string, body any) int {
	text, _ := json.Marshal(body)
	request, err := http.NewRequest("POST", l.base+path, bytes.NewReader(text))
	if err != nil {
		return -1
	}
	request.Header.Set("Content-Type", "application/json")
	request.Header.Set("Ledge-Person", l.name)
	answer, err := l.client.Do(request)
	if err != nil {
		return 0
	}
	defer answer.Body.Close()
	_, _ = io.Copy(io.Discard, answer.Body)
	return answer.StatusCode
}

// owner signs the owner in, creating them where nobody is there yet.
func (l *ledge) owner() {
	body := map[string]any{"name": "Harness", "password": "three plain words"}
	if l.code != "" {
		status, said := l.send("POST", "/api/v1/owner",
			map[string]any{"name": "Harness", "password": "three plain words", "code": l.code})
		require.Equal(l.t, 201, status, string(said))
		return
	}
	status, said := l.send("POST", "/api/v1/session", body)
	require.Equal(l.t, 200, status, string(said))
}

// peak is the most memory that the process ever had, in MB.
func (l *ledge) peak() int {
	text, _ := os.ReadFile(fmt.Sprintf("/proc/%d/status", l.process.Pid))
	var kb int
	for _, line := range strings.Split(string(text), "\n") {
		if strings.HasPrefix(line, "VmHWM:") {
			_, _ = fmt.Sscan(strings.TrimPrefix(line, "VmHWM:"), &kb)
		}
	}
	return kb / 1024
}

func ledgeRun(args ...string) (string, error) {
	out, err := exec.Command(binary(), args...).CombinedOutput()
	return string(out), err
}

type fields = map[string]any
