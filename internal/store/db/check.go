package db

import (
	"context"
	"fmt"
	"strings"

	"ledge/internal/words"
)

// LookThrough looks whether every page of the file can be read, and tells of a [Trouble] where one
// cannot. It reads the whole file.
func (f *File) LookThrough(ctx context.Context) error {
	var said []string
	err := f.Read.SelectContext(ctx, &said, `PRAGMA quick_check(5)`)
	if ctx.Err() != nil {
		return ctx.Err()
	}
	if err == nil && len(said) == 1 && said[0] == "ok" {
		f.troubles.mend(Damaged)
		return nil
	}
	f.tell(Damaged, words.Told("trouble.damaged"))
	return fmt.Errorf("quick check: %s, %w", strings.Join(said, "; "), err)
}
