package db

import (
	"errors"
	"slices"
	"strings"
	"sync"
	"syscall"

	"ledge/internal/core/closed"
	"ledge/internal/words"

	sqlite3 "modernc.org/sqlite/lib"
)

// A Trouble is something about the shop's file that somebody has to see to.
type Trouble struct {
	Code     TroubleCode `json:"code"`
	Sentence string      `json:"sentence"`
	Since    string      `json:"since"`
}

// A TroubleCode says what sort of trouble it is; there is one of each at most.
type TroubleCode string

// The troubles.
const (
	Full    TroubleCode = "full"    // the disk takes no more
	Disk    TroubleCode = "disk"    // the disk fails
	Gone    TroubleCode = "gone"    // the file is not where it was
	Damaged TroubleCode = "damaged" // a page of the file cannot be read
	Copy    TroubleCode = "copy"    // the daily copy failed
)

// TroubleCodes are all of them.
var TroubleCodes = closed.New(Full, Disk, Gone, Damaged, Copy)

type troubles struct {
	mu   sync.Mutex
	list []Trouble
}

// Troubles returns what somebody has to see to, the oldest first.
func (f *File) Troubles() []Trouble {
	_ = f.stillThere() // it is told among them
	f.troubles.mu.Lock()
	defer f.troubles.mu.Unlock()
	return append([]Trouble{}, f.troubles.list...)
}

// tell keeps a trouble until it is mended, and tells those who watch.
func (f *File) tell(code TroubleCode, sentence string) {
	if f.troubles.add(Trouble{code, sentence, f.Stamp()}) {
		f.Tell(0)
	}
}

func (t *troubles) add(one Trouble) (added bool) {
	t.mu.Lock()
	defer t.mu.Unlock()
	i := slices.IndexFunc(t.list, func(o Trouble) bool { return o.Code == one.Code })
	if i >= 0 {
		t.list[i].Sentence = one.Sentence
		return false
	}
	t.list = append(t.list, one)
	return true
}

func (t *troubles) mend(code TroubleCode) {
	t.mu.Lock()
	defer t.mu.Unlock()
	t.list = slices.DeleteFunc(t.list, func(o Trouble) bool { return o.Code == code })
}

// afterWrite notes what a write came to: a full disk until one succeeds again.
func (t *troubles) afterWrite(err error, at string) {
	switch {
	case DiskFull(err):
		t.add(Trouble{Full, words.Told("trouble.full"), at})
	case DiskFailed(err):
		t.add(Trouble{Disk, words.Told("trouble.failed"), at})
	case err == nil:
		t.mend(Full)
		t.mend(Disk)
	}
}

// DiskFull reports whether something was not stored because the disk takes no more.
func DiskFull(err error) bool {
	if err == nil {
		return false
	}
	code, theirs := RefusedBy(err)
	// The database says so only of its own files, not of the memory that it shares with others over one.
	return theirs && (code&0xff == sqlite3.SQLITE_FULL || code == sqlite3.SQLITE_IOERR_SHMSIZE) ||
		errors.Is(err, syscall.ENOSPC) || errors.Is(err, syscall.Errno(0x70)) && strings.Contains(err.Error(),
		"space")
}

// Unopened reports whether the database's file could not be opened any more.
func Unopened(err error) bool {
	code, theirs := RefusedBy(err)
	return theirs && code&0xff == sqlite3.SQLITE_CANTOPEN
}

// DiskFailed reports whether the disk refused to read or write.
func DiskFailed(err error) bool {
	if err == nil {
		return false
	}
	code, theirs := RefusedBy(err)
	return theirs && code&0xff == sqlite3.SQLITE_IOERR && code != sqlite3.SQLITE_IOERR_SHMSIZE ||
		errors.Is(err, syscall.EIO)
}
