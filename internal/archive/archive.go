// Package archive writes one job with everything on record of it, photographs included, as one
// file, and takes such a file in again.
package archive

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"time"

	"ledge/internal/core/disposition"
	"ledge/internal/exchange"
	"ledge/internal/photo"
	"ledge/internal/store"
	"ledge/internal/words"
)

// Format names the file: a zip of job.json, inspection.json (the job as an open file, for other
// programs) and photos/.
const Format = "ledge.job/1"

const (
	jobEntry        = "job.json"
	inspectionEntry = "inspection.json"
)

// Bounds of what is taken in, unpacked.
const (
	maxJob     = 32 << 20
	maxRow     = 3 << 20
	maxPicture = 4 << 20
)

// MaxFile bounds a file that is taken in, packed.
const MaxFile = 128 << 20

type content struct {
	Format string `json:"format"`
	store.Dump
}

// A Refusal says why a file is not taken.
type Refusal struct{ Why words.Message }

func (e *Refusal) Error() string { return e.Why.String() }

func refuse(id string, args ...any) error { return &Refusal{words.New(id, args...)} }

// Write writes a job. The same record gives the same bytes. A job that cannot be read comes without
// inspection.json.
func Write(ctx context.Context, s *store.Store, id int64, to io.Writer) error {
	dump, err := s.Dump(ctx, id)
	if err != nil {
		return err
	}
	file := zip.NewWriter(to)
	job, err := file.Create(jobEntry)
	if err != nil {
		return err
	}
	encoder := json.NewEncoder(job)
	encoder.SetIndent("", " ")
	encoder.SetEscapeHTML(false)
	if err := encoder.Encode(content{Format, dump}); err != nil {
		return err
	}
	if err := writeInspection(ctx, s, id, file); err != nil {
		return err
	}
	for i := range dump.PicturesOf() {
		pair, err := dump.Picture(ctx, i)
		if err != nil {
			return err
		}
		for size, picture := range pair {
			entry, err := file.CreateHeader(&zip.FileHeader{Name: pictureName(i, size), Method: zip.Store})
			if err != nil {
				return err
			}
			if _, err := entry.Write(picture); err != nil {
				return err
			}
		}
	}
	return file.Close()
}

func writeInspection(ctx context.Context, s *store.Store, id int64, file *zip.Writer) error {
	text, err := inspectionOf(ctx, s, id)
	if err != nil {
		return nil // the rows are there all the same
	}
	entry, err := file.Create(inspectionEntry)
	if err != nil {
		return err
	}
	_, err = entry.Write(text)
	return err
}

// inspectionOf is a job as an open file, where it can be made one.
func inspectionOf(ctx context.Context, s *store.Store, id int64) (text []byte, err error) {
	record, err := s.Record(ctx, id)
	if err != nil {
		return nil, err
	}
	defer func() {
		if fault := recover(); fault != nil {
			err = fmt.Errorf("%v", fault)
		}
	}()
	in, _ := record.Inspection()
	if in.Shelf, err = s.Shelf(ctx, id); err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = exchange.WriteInspection(&out, in)
	return out.Bytes(), err
}

func pictureName(i, size int) string {
	return fmt.Sprintf("photos/%03d%s.jpg", i+1, []string{"", "-small"}[size])
}

// Read takes a file in as a job of its own, which made names. Its photographs are made anew. It
// fails with a [Refusal], a [photo.Refusal] or a [db.UnsoundError] where the file is not one
// that Ledge wrote.
func Read(ctx context.Context, s *store.Store, from io.ReaderAt, size int64, photos *photo.Maker,
	made store.Made) (store.Job, error) {
	if size > MaxFile {
		return store.Job{}, refuse("archive.large", "most", MaxFile>>20)
	}
	file, err := zip.NewReader(from, size)
	if err != nil {
		return store.Job{}, refuse("archive.no_zip")
	}
	if len(file.File) > 2+2*store.MaxPhotos {
		return store.Job{}, refuse("archive.files", "count", len(file.File))
	}
	entries := map[string]*zip.File{}
	for _, entry := range file.File {
		if entries[entry.Name] != nil {
			return store.Job{}, refuse("archive.twice", "name", words.Quoted(string(entry.Name)))
		}
		entries[entry.Name] = entry
	}
	job := entries[jobEntry]
	if job == nil {
		return store.Job{}, refuse("archive.lacks", "name", jobEntry)
	}
	opened, err := job.Open()
	if err != nil {
		return store.Job{}, refuse("archive.packed", "name", jobEntry)
	}
	defer opened.Close()
	dump, err := ReadIndex(opened)
	if err != nil {
		return store.Job{}, err
	}
	spool, err := remade(ctx, &dump, entries, photos)
	if err != nil {
		return store.Job{}, err
	}
	defer spool.close()
	dump.Picture = spool.picture
	return s.Load(ctx, dump, made, check)
}

// check looks at a job as a whole: it must be one that Ledge can show and judge.
func check(ctx context.Context, record store.Record) (err error) {
	if problems := record.Job.Problems(); len(problems) > 0 {
		return refuse("archive.job", "field", problems[0].Field, "why", words.Layout(problems[0]))
	}
	for _, f := range record.Features {
		if !f.Kind.Known() && !f.Kind.Valid() {
			return refuse("archive.no_part", "kind", words.Quoted(string(f.Kind)))
		}
		for _, r := range f.Tape {
			if r.Station >= len(f.Stations) || r.Direction >= f.Columns() {
				return refuse("archive.outside", "part", f.Name())
			}
		}
	}
	return Judge(ctx, record)
}

// judging is how long one job may take to be judged; the largest take a hundredth.
const judging = 5 * time.Second

// Judge reports whether a job can be judged, whatever a stranger's hand put together.
func Judge(ctx context.Context, record store.Record) (err error) {
	ctx, cancel := context.WithTimeout(ctx, judging)
	defer cancel()
	defer func() {
		if recover() != nil {
			err = refuse("archive.not_judged")
		}
	}()
	in, _ := record.Inspection()
	if _, err := disposition.EvaluateWithin(ctx, in); err != nil {
		return refuse("archive.slow")
	}
	return nil
}
