package db

import (
	"context"
	"errors"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"ledge/internal/words"
)

const copyName = "ledge-2006-01-02.db"

// CopiesBeside is the folder of the daily copies of a database where none is named.
func CopiesBeside(path string) string { return path + "-copies" }

// DailyCopy makes today's copy in a folder where it is not there yet, and keeps so many of the
// latest. It returns the file it made, or "". What goes wrong is told as a [Trouble], too, until a
// copy succeeds.
func (f *File) DailyCopy(ctx context.Context, folder string, keep int) (made string, err error) {
	made, err = f.dailyCopy(ctx, folder, keep)
	switch {
	case err == nil:
		f.troubles.mend(Copy)
	case ctx.Err() == nil:
		f.tell(Copy, copySentence(folder, err))
	}
	return made, err
}

func copySentence(folder string, err error) string {
	why := words.New("trouble.not_written")
	switch {
	case DiskFull(err):
		why = words.New("trouble.disk_full")
	case errors.Is(err, fs.ErrPermission):
		why = words.New("trouble.not_allowed")
	}
	return words.Told("trouble.copy", "folder", folder, "why", why)
}

func (f *File) dailyCopy(ctx context.Context, folder string, keep int) (made string, err error) {
	if err := os.MkdirAll(folder, 0o700); err != nil {
		return "", err
	}
	// Only this process makes copies here: what another left unfinished is nobody's.
	sweep(folder, func(name string, _ time.Time) bool { return isCopy(strings.TrimSuffix(name, partEnd)) })
	today := filepath.Join(folder, f.Now().Format(copyName))
	if info, err := os.Lstat(today); err == nil && info.Size() > 0 {
		return "", nil
	}
	_ = os.Remove(today) // an empty one is only a name
	if err := f.schema.Backup(ctx, f.path, today); err != nil {
		return "", err
	}
	entries, err := os.ReadDir(folder)
	if err != nil {
		return today, err
	}
	var copies []string
	for _, e := range entries {
		if isCopy(e.Name()) && e.Name() != filepath.Base(today) {
			copies = append(copies, e.Name())
		}
	}
	for _, name := range oldest(copies, filepath.Base(today)) {
		if len(copies) < keep {
			break
		}
		if err := os.Remove(filepath.Join(folder, name)); err != nil {
			return today, err
		}
		copies = copies[1:]
	}
	return today, nil
}

func isCopy(name string) bool {
	_, err := time.Parse(copyName, name)
	return err == nil
}

// oldest sorts copies by which goes first. Those of days that have not come yet were made while the
// clock was wrong: when is not known, but it was before today's.
func oldest(copies []string, today string) []string {
	copies = slices.Clone(copies)
	slices.SortFunc(copies, func(a, b string) int {
		if (a > today) != (b > today) {
			if a > today {
				return -1
			}
			return 1
		}
		return strings.Compare(a, b)
	})
	return copies
}

// CopiesOf lists the copies of a database that Ledge made by itself: the daily ones in a folder,
// and those beside it.
func CopiesOf(path, folder string) []string {
	var found []string
	entries, _ := os.ReadDir(folder) // where there is none, there are none
	for _, e := range entries {
		if isCopy(e.Name()) {
			found = append(found, filepath.Join(folder, e.Name()))
		}
	}
	for _, pattern := range []string{".version-*", ".before-*"} {
		beside, _ := filepath.Glob(path + pattern) // the pattern is well formed
		for _, name := range beside {
			if !strings.HasSuffix(name, "-wal") && !strings.HasSuffix(name, "-shm") &&
				!strings.HasSuffix(name, partEnd) {
				found = append(found, name)
			}
		}
	}
	return found
}
