package store

import (
	"context"
	"fmt"
	"strings"
	"unicode"

	"github.com/jmoiron/sqlx"
)

// setWords writes the words that a job is found by.
func setWords(ctx context.Context, tx *sqlx.Tx, id int64) error {
	if _, err := tx.ExecContext(ctx, `DELETE FROM job_words WHERE rowid = ?`, id); err != nil {
		return err
	}
	_, err := tx.ExecContext(ctx, `INSERT INTO job_words (rowid, words) SELECT id,
		number || ' ' || customer || ' ' || engine FROM jobs WHERE id = ?`, id)
	return err
}

// saying is a condition on jobs: each word of a text begins one of theirs, whatever its case and
// accents, or is part of their number.
func saying(text string) (condition string, args []any) {
	var all []string
	// A NUL would end the question to the index in the middle of a word.
	apart := func(r rune) bool { return unicode.IsSpace(r) || unicode.IsControl(r) }
	for _, word := range strings.FieldsFunc(text, apart) {
		one := `number LIKE '%' || ? || '%' ESCAPE '\'`
		args = append(args, strings.NewReplacer(`\`, `\\`, `%`, `\%`, `_`, `\_`).Replace(word))
		if strings.ContainsFunc(word, func(r rune) bool { return unicode.IsLetter(r) || unicode.IsNumber(r) }) {
			one = `(` + one + ` OR id IN (SELECT rowid FROM job_words WHERE job_words MATCH ?))`
			args = append(args, `"`+strings.ReplaceAll(word, `"`, `""`)+`"*`)
		}
		all = append(all, one)
	}
	if len(all) == 0 {
		return "1", nil
	}
	return strings.Join(all, " AND "), args
}

// JobIDs returns the jobs in the shop that a text tells of by number, customer or engine, the
// soonest promised first.
func (s *Store) JobIDs(ctx context.Context, text string) ([]int64, error) {
	condition, args := saying(text)
	ids := []int64{}
	if err := s.Read.SelectContext(ctx, &ids, `SELECT id FROM jobs WHERE closed_at IS NULL AND `+condition+
		` ORDER BY promised_on IS NULL, promised_on, id`, args...); err != nil {
		return nil, fmt.Errorf("list jobs: %w", err)
	}
	return ids, nil
}

// CountJobs is how many jobs there are, open and closed.
func (s *Store) CountJobs(ctx context.Context) (n int, err error) {
	err = s.Read.GetContext(ctx, &n, `SELECT count(*) FROM jobs`)
	return n, err
}
