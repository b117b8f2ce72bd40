package db

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"ledge/internal/words"
)

// The files beside a database while another takes its place.
const (
	incomingEnd = ".incoming" // the one that comes
	// what is to be done; once it is there, the restore is brought to its end whatever happens
	plannedEnd = ".restoring"
)

// ends are those of a database and of what belongs to it: its log of changes and the memory over it.
var ends = []string{"-wal", "-shm", ""}

// A planned restore puts the incoming file in the place of the one that is there.
type planned struct {
	From string `json:"from"`
	// Kept is where what was there goes; empty where nothing was.
	Kept string `json:"kept"`
}

// Restore puts a backup in the place of the Ledge file at path. What was there is kept beside it
// under the returned name, or "" where nothing was. It fails with an [UnsoundError] where the
// backup is not a sound Ledge file or judge finds fault with a copy of it, and with [ErrInUse] while
// Ledge runs on either file; then path is left as it was. Cut short at any moment it leaves the old
// file or the new one, whole: what was begun is ended when the file is next opened.
func (k Schema) Restore(ctx context.Context, from, path string, now time.Time,
	judge func(ctx context.Context, copied string) error) (kept string, err error) {
	if path, err = resolved(path); err != nil {
		return "", err
	}
	lock, err := takeLock(path + ".lock")
	if err != nil {
		return "", err
	}
	defer lock.Close()
	if _, err := settleRestore(path); err != nil {
		return "", err
	}
	if _, err := os.Stat(path); err == nil {
		// A damaged file may be taken out of the way; one that is in use may not.
		if err := k.alone(ctx, path); errors.Is(err, ErrInUse) {
			return "", err
		}
	}
	incoming := path + incomingEnd
	defer func() {
		if err != nil {
			removeAll(incoming)
		}
	}()
	if err := k.bringIn(ctx, from, incoming); err != nil {
		return "", err
	}
	if err := judged(ctx, incoming, judge); err != nil {
		return "", err
	}
	plan := planned{From: from}
	if anyOf(path) {
		plan.Kept = freeName(path + ".before-" + now.UTC().Format("20060102T150405Z"))
	}
	text, err := json.Marshal(plan)
	if err != nil {
		return "", err
	}
	if err := writeWhole(path+plannedEnd, text); err != nil {
		return "", err
	}
	_, err = settleRestore(path)
	return plan.Kept, err
}

// bringIn copies a file with the changes in its log, makes one whole of them, and looks whether it is sound.
func (k Schema) bringIn(ctx context.Context, from, to string) error {
	removeAll(to)
	if _, err := os.Stat(from); err != nil {
		return err
	}
	if err := unsettled(from); err != nil {
		return err
	}
	if err := k.alone(ctx, from); errors.Is(err, ErrInUse) {
		return Unsound("restore.running", "path", from)
	}
	for _, end := range []string{"", "-wal"} {
		if err := copyFile(from+end, to+end); err != nil && (end == "" || !errors.Is(err, fs.ErrNotExist)) {
			return err
		}
	}
	if err := k.alone(ctx, to); err != nil {
		return err
	}
	if err := k.sound(ctx, to); err != nil {
		return err
	}
	// The last connection put the log's changes into the file.
	for _, end := range []string{"-wal", "-shm"} {
		if info, err := os.Stat(to + end); err == nil && info.Size() > 0 {
			return Unsound("restore.changes", "path", from+"-wal")
		}
		_ = os.Remove(to + end)
	}
	return flush(to)
}

// judged lets judge look at every job of a copy of a file: the file itself keeps its version.
func judged(ctx context.Context, path string, judge func(context.Context, string) error) error {
	if judge == nil {
		return nil
	}
	folder, err := os.MkdirTemp(filepath.Dir(path), ".ledge-judged-")
	if err != nil {
		return err
	}
	defer os.RemoveAll(folder)
	copied := filepath.Join(folder, "copy.db")
	if err := copyFile(path, copied); err != nil {
		return err
	}
	return judge(ctx, copied)
}

// settleRestore brings a restore to its end that was planned, and takes away what one left that was
// not. It says what it did.
func settleRestore(path string) (said string, err error) {
	text, err := os.ReadFile(path + plannedEnd)
	if errors.Is(err, fs.ErrNotExist) {
		if _, err := os.Lstat(path + incomingEnd); err != nil {
			return "", nil
		}
		removeAll(path + incomingEnd)
		return words.Told("restore.undone"), nil
	}
	var plan planned
	if err == nil {
		err = json.Unmarshal(text, &plan)
	}
	if err != nil {
		return "", fmt.Errorf("%s: %w", path+plannedEnd, err)
	}
	if _, err := os.Lstat(path + incomingEnd); err == nil {
		for _, end := range ends {
			if plan.Kept == "" {
				break
			}
			if err := os.Rename(path+end, plan.Kept+end); err != nil && !errors.Is(err, fs.ErrNotExist) {
				return "", err
			}
		}
		if err := os.Rename(path+incomingEnd, path); err != nil {
			return "", err
		}
	}
	if err := errors.Join(flushFolder(filepath.Dir(path)), os.Remove(path+plannedEnd),
		flushFolder(filepath.Dir(path))); err != nil {
		return "", err
	}
	said = words.Told("restore.settled", "from", plan.From)
	if plan.Kept != "" {
		said += " " + words.Told("restore.kept", "kept", plan.Kept)
	}
	return said, nil
}

// unsettled fails where a restore of a file waits to be brought to its end, which only its owner may do.
func unsettled(path string) error {
	if _, err := os.Lstat(path + plannedEnd); err == nil {
		return Unsound("restore.cut", "path", path)
	}
	return nil
}

// freeName is a name for a database where nothing is yet: the one wished for, or it with a number.
func freeName(wished string) string {
	name := wished
	for n := 2; anyOf(name); n++ {
		name = fmt.Sprintf("%s-%d", wished, n)
	}
	return name
}

// anyOf reports whether there is a database at path, or anything left of one.
func anyOf(path string) bool {
	for _, end := range ends {
		if _, err := os.Lstat(path + end); err == nil {
			return true
		}
	}
	return false
}

// Restoring reports whether a restore of a file waits to be brought to its end: then there may be
// no file just now.
func Restoring(path string) bool {
	_, err := os.Lstat(path + plannedEnd)
	return err == nil
}

func removeAll(path string) {
	for _, end := range ends {
		_ = os.Remove(path + end)
	}
}

// writeWhole writes a file that is whole as soon as it is there.
func writeWhole(path string, text []byte) error {
	part := path + partEnd
	if err := os.WriteFile(part, text, 0o600); err != nil {
		return err
	}
	if err := errors.Join(flush(part), os.Rename(part, path)); err != nil {
		return err
	}
	return flushFolder(filepath.Dir(path))
}

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_TRUNC|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Sync(), out.Close())
}
