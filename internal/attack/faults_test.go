//go:build attack

package attack

import (
	"compress/gzip"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync/atomic"
	"syscall"
	"testing"
	"time"

	"ledge/internal/shop"

	"github.com/google/uuid"
	"github.com/stretchr/testify/require"
)

// turns counts readings, so that they go round all mains: no place is read hundreds of times.
var turns atomic.Int64

func reading() fields {
	turn := int(turns.Add(1))
	return fields{"id": uuid.NewString(), "kind": "main_journal", "number": 1 + turn%5, "state": "as_found",
		"station": turn / 5 % 2, "direction": turn / 10 % 3, "what": "size", "value": 634_619_000, "typed": "…", "repeat": true,
		"unusual": true}
}

func tape(l *ledge, job int) (n int) {
	_, said := l.send("GET", fmt.Sprintf("/api/v1/jobs/%d", job), nil)
	var view shop.JobView
	if json.Unmarshal(said, &view) != nil {
		return -1
	}
	for _, f := range view.Features {
		n += len(f.Tape)
	}
	return n
}

// mounted is a small disk of its own; where none can be had it says so.
func mounted(t *testing.T, options string) string {
	t.Helper()
	folder := t.TempDir()
	if out, err := exec.Command("mount", "-t", "tmpfs", "-o", options, "tmpfs", folder).CombinedOutput(); err != nil {
		t.Skipf("no small disk can be had here: %s", out)
	}
	t.Cleanup(func() { _ = exec.Command("umount", "-l", folder).Run() })
	return folder
}

// A disk that fills up under two people: refused with a sentence, nothing acknowledged is lost,
// reading goes on with sign-in, and with space again all goes on; a start on it says so, too.
func TestFullDisk(t *testing.T) {
	folder := mounted(t, "size=24m")
	path := filepath.Join(folder, "shop.db")
	l := start(t, "demo", path, "--require-sign-in", "--copies", "0")
	l.owner()
	filler := filepath.Join(folder, "filler")
	full := exec.Command("dd", "if=/dev/zero", "of="+filler, "bs=64k")
	_ = full.Run() // until the disk is full
	before, acked, status := tape(l, 1), 0, 0
	var said []byte
	for range 3000 {
		if status, said = l.send("POST", "/api/v1/jobs/1/readings", reading()); status != 201 {
			break
		}
		acked++
	}
	promise(t, "a full disk is said", status == 507 && strings.Contains(string(said), "The disk is full"),
		"after %d more readings: %d %.120s", acked, status, said)
	reads := 0
	for range 20 {
		if status, _ := l.send("GET", "/api/v1/jobs", nil); status == 200 {
			reads++
		}
	}
	promise(t, "reading goes on for signed-in people", reads == 20, "%d of 20 answered", reads)
	_, said = l.send("GET", "/api/v1/shop", nil)
	promise(t, "the shop says it", strings.Contains(string(said), `"full"`), "%.120s", said)
	promise(t, "nothing acknowledged is lost", tape(l, 1) == before+acked, "%d of %d readings there",
		tape(l, 1)-before, acked)
	l.kill()
	if l, err := tryStart(t, "serve", path, "--copies", "0"); err == nil {
		promise(t, "a start on a full disk", tape(l, 1) == before+acked, "it opens, %d readings", tape(l, 1))
		l.kill()
	} else {
		promise(t, "a start on a full disk says so", strings.Contains(err.Error(), "disk is full"), "%.200s", err)
	}
	require.NoError(t, os.Remove(filler))
	l = start(t, "serve", path, "--copies", "0")
	status, _ = l.send("POST", "/api/v1/jobs/1/readings", reading())
	promise(t, "with space again all goes on", status == 201 && tape(l, 1) == before+acked+1,
		"%d, %d readings", status, tape(l, 1))
}

func TestFileGone(t *testing.T) {
	folder := t.TempDir()
	path := filepath.Join(folder, "shop.db")
	l := start(t, "demo", path, "--copies", "0")
	require.NoError(t, os.Rename(path, path+".away"))
	status, said := l.send("POST", "/api/v1/jobs/1/readings", reading())
	_, shop := l.send("GET", "/api/v1/shop", nil)
	promise(t, "a file moved from under the server takes nothing more, and the shop says so", status == 503 &&
		strings.Contains(string(shop), `"gone"`), "%d %.100s", status, said)
	require.NoError(t, os.Rename(path+".away", path))
	status, _ = l.send("POST", "/api/v1/jobs/1/readings", reading())
	promise(t, "back in its place all goes on", status == 201, "%d", status)
	for _, other := range []struct{ name, path string }{{"the same name", path},
		{"a link", filepath.Join(folder, "link.db")}, {"a hard link", filepath.Join(folder, "hard.db")},
		{"the lock file gone", path}} {
		switch other.name {
		case "a link":
			require.NoError(t, os.Symlink(path, other.path))
		case "a hard link":
			require.NoError(t, os.Link(path, other.path))
		case "the lock file gone":
			require.NoError(t, os.Remove(path+".lock"))
		}
		second, err := tryStart(t, "serve", other.path, "--copies", "0")
		if err == nil {
			second.kill()
		}
		promise(t, "no second process gets the file by "+other.name, err != nil &&
			strings.Contains(err.Error(), "already running"), "%.120v", err)
	}
}

// Whoever is told to stop lets what is under way finish.
func TestStop(t *testing.T) {
	path := filepath.Join(t.TempDir(), "shop.db")
	faults, asked := 0, 0
	for range 20 {
		l := start(t, "demo", path, "--copies", "0")
		stopped := make(chan bool)
		results := make(chan int, 1000)
		for range 6 {
			go func() {
				for {
					select {
					case <-stopped:
						results <- -1
						return
					default:
					}
					status, _ := l.send("POST", "/api/v1/jobs/1/readings", reading())
					if status == 0 {
						results <- -1
						return
					}
					results <- status
				}
			}()
		}
		time.Sleep(time.Duration(30+rand.IntN(60)) * time.Millisecond)
		require.NoError(t, l.process.Signal(syscall.SIGTERM))
		for ended := 0; ended < 6; {
			status := <-results
			if status == -1 {
				ended++
				continue
			}
			asked++
			if status >= 500 {
				faults++
			}
		}
		close(stopped)
	}
	promise(t, "a server that is told to stop finishes what is under way", faults == 0,
		"%d requests over 20 stops, %d answered with a fault", asked, faults)
}

// Restores that are killed leave the old shop or the new one.
func TestRestoreKills(t *testing.T) {
	folder := t.TempDir()
	path, copied := filepath.Join(folder, "shop.db"), filepath.Join(folder, "copy.db")
	l := start(t, "demo", path, "--copies", "0")
	out, err := ledgeRun("backup", copied, "--db", path)
	require.NoError(t, err, out)
	for range 40 {
		status, _ := l.send("POST", "/api/v1/jobs/1/readings", reading())
		require.Equal(t, 201, status)
	}
	newest := tape(l, 1)
	l.kill() // its log of changes stays beside it
	old, fresh, other := 0, 0, 0
	const rounds = 40
	for i := range rounds {
		cmd := exec.Command(binary(), "restore", copied, "--db", path)
		require.NoError(t, cmd.Start())
		time.Sleep(time.Duration(i*8) * time.Millisecond)
		_ = cmd.Process.Kill()
		_ = cmd.Wait()
		l := start(t, "serve", path, "--copies", "0")
		switch tape(l, 1) {
		case newest:
			old++
		case newest - 40:
			fresh++
		default:
			other++
		}
		l.kill()
		kept, _ := filepath.Glob(path + ".before-*")
		for _, name := range kept {
			if strings.HasSuffix(name, "-wal") || strings.HasSuffix(name, "-shm") {
				continue
			}
			out, err := ledgeRun("restore", name, "--db", path)
			require.NoError(t, err, out)
			again, _ := filepath.Glob(path + ".before-*")
			l := start(t, "serve", path, "--copies", "0")
			if tape(l, 1) != newest {
				other++
			}
			l.kill()
			for _, one := range again {
				_ = os.Remove(one)
			}
			break
		}
	}
	promise(t, fmt.Sprintf("%d restores killed at any moment, after a crash", rounds), other == 0,
		"%d left the old shop, %d the new one, %d neither; what was kept came back whole", old, fresh, other)
}

// A page closed right after signing leaves no old sheet beside its decision.
func TestClosedPages(t *testing.T) {
	l := start(t, "demo", filepath.Join(t.TempDir(), "shop.db"), "--copies", "0")
	beside := 0
	const rounds = 60
	job := func() (shop.SetsView, shop.OrdersView) {
		decided, ordered, status := l.decided("/api/v1/jobs/1")
		require.Equal(t, 200, status)
		return decided, ordered
	}
	sign := func(client *http.Client, action string, step int) {
		after := int64(0)
		decided, _ := job()
		for _, d := range decided.Decisions {
			if d.Set == "rod_journals" {
				after = d.Seq
			}
		}
		l.sendAs(client, "POST", "/api/v1/jobs/1/decisions",
			fields{"id": uuid.NewString(), "set": "rod_journals", "action": action, "step": step, "shell": 0,
				"reason": "to and fro", "after": after})
	}
	sign(l.client, "polish", 0)
	status, said := l.send("POST", "/api/v1/jobs/1/orders", fields{"sheets": []string{}, "sure": true})
	require.Equal(t, 201, status, string(said))
	for i := range rounds {
		client := &http.Client{Timeout: time.Duration(1+i/2) * time.Millisecond}
		if i%2 == 0 {
			sign(client, "grind", 2_540_000)
		} else {
			sign(client, "polish", 0)
		}
		time.Sleep(30 * time.Millisecond)
		_, ordered := job()
		beside += stale(ordered)
	}
	promise(t, fmt.Sprintf("%d pages closed 1 to 30 ms after signing", rounds), beside == 0,
		"%d decisions beside old sheets", beside)
}

// A memory stick knows no hard links: copies reach it all the same. Where no FAT disk can be had,
// every link is refused instead.
func TestMemoryStick(t *testing.T) {
	folder := t.TempDir()
	stick, image := filepath.Join(folder, "stick"), filepath.Join(folder, "stick.img")
	require.NoError(t, os.Mkdir(stick, 0o700))
	path := filepath.Join(folder, "shop.db")
	start(t, "demo", path, "--copies", "0")
	copied := filepath.Join(stick, "shop copy.db")
	if err := exec.Command("sh", "-c", "truncate -s 40M "+image+" && mkfs.vfat "+image+" && mount -o loop "+
		image+" "+stick).Run(); err == nil {
		t.Cleanup(func() { _ = exec.Command("umount", "-l", stick).Run() })
		out, err := ledgeRun("backup", copied, "--db", path)
		promise(t, "a backup onto a FAT memory stick", err == nil, "%s", strings.TrimSpace(out))
		return
	}
	needsStrace(t)
	out, err := exec.Command("strace", "-f", "-o", "/dev/null", "-e", "trace=link,linkat", "-e",
		"inject=link,linkat:error=EPERM", binary(), "backup", copied, "--db", path).CombinedOutput()
	promise(t, "a backup where no file can be linked", err == nil, "%s", strings.TrimSpace(string(out)))
}

func needsStrace(t *testing.T) {
	t.Helper()
	if _, err := exec.LookPath("strace"); err != nil {
		t.Skip("strace is not here")
	}
}

// oldShop is a shop as version 13 left it, with what was acknowledged in it.
func oldShop(t *testing.T, path string) {
	t.Helper()
	packed, err := os.Open("../httpapi/testdata/v13/shop.db.gz")
	require.NoError(t, err)
	defer packed.Close()
	text, err := gzip.NewReader(packed)
	require.NoError(t, err)
	file, err := os.Create(path)
	require.NoError(t, err)
	_, err = io.Copy(file, text)
	require.NoError(t, errors.Join(err, file.Close()))
}

// Killed as it is about to flush for the nth time while it brings an old shop up to date, the shop
// opens next time with everything in it.
func TestMigrationFlushes(t *testing.T) {
	needsStrace(t)
	whole := filepath.Join(t.TempDir(), "whole.db")
	oldShop(t, whole)
	l := start(t, "serve", whole, "--copies", "0")
	want, killed, wrong := tape(l, 1), 0, 0
	l.kill()
	const flushes = 60
	for nth := 1; nth <= flushes; nth++ {
		path := filepath.Join(t.TempDir(), "old.db")
		oldShop(t, path)
		// Importing nothing opens the file, which brings it up to date first.
		cmd := exec.Command("strace", "-f", "-o", "/dev/null", "-e", "trace=fsync,fdatasync", "-e",
			fmt.Sprintf("inject=fsync,fdatasync:signal=KILL:when=%d", nth), binary(), "import", "--db", path,
			"/dev/null")
		cmd.Env = append(os.Environ(), "GOMAXPROCS=1") // flushes are counted by thread
		if err := cmd.Run(); err != nil && strings.Contains(err.Error(), "killed") {
			killed++
		}
		l, err := tryStart(t, "serve", path, "--copies", "0")
		if err != nil || tape(l, 1) != want {
			wrong++
			fmt.Println("   ", nth, err)
		}
		if err == nil {
			l.kill()
		}
	}
	promise(t, fmt.Sprintf("an old shop killed at each of %d flushes while it is brought up to date",
		flushes), wrong == 0, "%d killed before the end, %d that did not open whole", killed, wrong)
}
