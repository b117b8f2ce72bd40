// Package archive writes one job with everything on record of it, photographs included, as one file, and takes such a file in again.
package archive

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"image/jpeg"
	"io"

	"ledge/internal/core/disposition"
	"ledge/internal/exchange"
	"ledge/internal/store"
)

// Format names the file: a zip of job.json, inspection.json (the job as an open file, for other programs) and photos/.
const Format = "ledge.job/1"

const (
	jobEntry        = "job.json"
	inspectionEntry = "inspection.json"
)

// Bounds of what is taken in, unpacked.
const (
	maxJob      = 64 << 20
	maxPicture  = 4 << 20
	maxUnpacked = 256 << 20
)

// MaxFile bounds a file that is taken in, packed.
const MaxFile = 128 << 20

type content struct {
	Format string `json:"format"`
	store.Dump
}

// A Refusal says in a sentence why a file is not taken.
type Refusal struct{ Sentence string }

func (e *Refusal) Error() string { return e.Sentence }

func refuse(format string, args ...any) error { return &Refusal{fmt.Sprintf(format, args...)} }

// Write writes a job. The same record gives the same bytes.
func Write(ctx context.Context, s *store.Store, id int64, to io.Writer) error {
	dump, err := s.Dump(ctx, id)
	if err != nil {
		return err
	}
	record, err := s.Record(ctx, id)
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
	inspection, err := file.Create(inspectionEntry)
	if err != nil {
		return err
	}
	in, _ := record.Inspection()
	if err := exchange.WriteInspection(inspection, in); err != nil {
		return err
	}
	for i, pair := range dump.Pictures {
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

func pictureName(i, size int) string {
	return fmt.Sprintf("photos/%03d%s.jpg", i+1, []string{"", "-small"}[size])
}

// Read takes a file in as a job of its own. It fails with a [Refusal] or a [store.UnsoundError] where the file is not one that Ledge wrote.
func Read(ctx context.Context, s *store.Store, from io.ReaderAt, size int64, by string) (store.Job, error) {
	if size > MaxFile {
		return store.Job{}, refuse("The file is larger than %d MB.", MaxFile>>20)
	}
	file, err := zip.NewReader(from, size)
	if err != nil {
		return store.Job{}, refuse("This is not a job's file: it is no zip.")
	}
	if len(file.File) > 2+2*store.MaxPhotos {
		return store.Job{}, refuse("The file holds %d files, more than a job has.", len(file.File))
	}
	entries, left := map[string][]byte{}, int64(maxUnpacked)
	for _, entry := range file.File {
		if _, twice := entries[entry.Name]; twice {
			return store.Job{}, refuse("%.60q is in the file twice.", entry.Name)
		}
		most := int64(maxPicture)
		if entry.Name == jobEntry || entry.Name == inspectionEntry {
			most = maxJob
		}
		text, err := unpack(entry, min(most, left))
		if err != nil {
			return store.Job{}, err
		}
		entries[entry.Name], left = text, left-int64(len(text))
	}
	c, err := parse(entries)
	if err != nil {
		return store.Job{}, err
	}
	return s.Load(ctx, c.Dump, by, check)
}

// unpack reads an entry, but never more than most bytes of it, whatever its header says.
func unpack(entry *zip.File, most int64) ([]byte, error) {
	opened, err := entry.Open()
	if err != nil {
		return nil, refuse("%.60q cannot be unpacked.", entry.Name)
	}
	defer opened.Close()
	text, err := io.ReadAll(io.LimitReader(opened, most+1))
	switch {
	case int64(len(text)) > most:
		return nil, refuse("%.60q is too large when it is unpacked.", entry.Name)
	case err != nil:
		return nil, refuse("%.60q is damaged.", entry.Name)
	}
	return text, nil
}

func parse(entries map[string][]byte) (c content, err error) {
	text, ok := entries[jobEntry]
	if !ok {
		return c, refuse("This is not a job's file: it has no %s.", jobEntry)
	}
	decoder := json.NewDecoder(bytes.NewReader(text))
	decoder.UseNumber()
	decoder.DisallowUnknownFields()
	if err := decoder.Decode(&c); err != nil {
		return c, refuse("%s cannot be read: %v.", jobEntry, err)
	}
	if c.Format != Format {
		return c, refuse("This is not a job's file: its format is %.40q, not %q.", c.Format, Format)
	}
	if err := plain(c.Job); err != nil {
		return c, refuse("job: %v", err)
	}
	for name, rows := range c.Tables {
		for i, row := range rows {
			if err := plain(row); err != nil {
				return c, refuse("tables/%.40s/%d: %v", name, i, err)
			}
		}
	}
	photos := len(c.Tables["photos"])
	if photos > store.MaxPhotos {
		return c, refuse("The file holds %d photographs; a job keeps %d at most.", photos, store.MaxPhotos)
	}
	known := map[string]bool{jobEntry: true, inspectionEntry: true}
	for i := range photos {
		var pair [2][]byte
		for size := range pair {
			name := pictureName(i, size)
			picture, ok := entries[name]
			if !ok {
				return c, refuse("%s is missing.", name)
			}
			if head, err := jpeg.DecodeConfig(bytes.NewReader(picture)); err != nil || max(head.Width, head.Height) > 4000 {
				return c, refuse("%s is not a photograph as Ledge keeps it.", name)
			}
			pair[size], known[name] = picture, true
		}
		c.Pictures = append(c.Pictures, pair)
	}
	for name := range entries {
		if !known[name] {
			return c, refuse("%.60q does not belong into a job's file.", name)
		}
	}
	return c, nil
}

// plain turns the numbers of a row into those that the database knows; anything but numbers and texts is refused.
func plain(row map[string]any) error {
	if row == nil {
		return fmt.Errorf("it is empty")
	}
	for name, value := range row {
		switch v := value.(type) {
		case nil, string:
		case json.Number:
			if whole, err := v.Int64(); err == nil {
				row[name] = whole
			} else if number, err := v.Float64(); err == nil {
				row[name] = number
			} else {
				return fmt.Errorf("%.40q is too large a number", name)
			}
		default:
			return fmt.Errorf("%.40q is neither number nor text", name)
		}
	}
	return nil
}

// check looks at a job as a whole: it must be one that Ledge can show and judge.
func check(record store.Record) (err error) {
	if problems := record.Job.Problems(); len(problems) > 0 {
		return refuse("job: %s %s.", problems[0].Field, problems[0].Reason)
	}
	for _, f := range record.Features {
		if !f.Kind.Known() && !f.Kind.Valid() {
			return refuse("There is no part %.40q.", f.Kind)
		}
		for _, r := range f.Tape {
			if r.Station >= len(f.Stations) || r.Direction >= len(f.Directions) {
				return refuse("A reading of %s is outside its plan.", f.Name())
			}
		}
	}
	// Whatever else a stranger's hand put together must not get as far as the screens.
	defer func() {
		if fault := recover(); fault != nil {
			err = refuse("The job cannot be judged: %v.", fault)
		}
	}()
	in, _ := record.Inspection()
	disposition.Evaluate(in)
	return nil
}
