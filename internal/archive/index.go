package archive

import (
	"bytes"
	"encoding/json"
	"errors"
	"io"

	"ledge/internal/store"
	"ledge/internal/words"
)

// ReadIndex reads job.json row by row: no more of them is ever held than a job may have, however
// many the file holds.
func ReadIndex(from io.Reader) (dump store.Dump, err error) {
	limited := &limitedReader{from: from, left: maxJob}
	decoder := json.NewDecoder(limited)
	x := index{decoder: decoder, dump: store.Dump{Tables: map[string][]map[string]any{}}}
	err = x.read()
	switch {
	case limited.left < 0:
		return dump, refuse("archive.unpacked", "name", jobEntry)
	case err != nil:
		return dump, err
	case x.format != Format:
		return dump, refuse("archive.format", "format", words.Quoted(string(x.format)), "wanted",
			words.Quoted(string(Format)))
	case x.dump.Job == nil:
		return dump, refuse("archive.no_job")
	}
	if photos := len(x.dump.PicturesOf()); photos > store.MaxPhotos {
		return dump, refuse("archive.photos", "count", photos, "most", store.MaxPhotos)
	}
	return x.dump, nil
}

// A limitedReader fails where more comes than it may give.
type limitedReader struct {
	from io.Reader
	left int64
}

func (l *limitedReader) Read(p []byte) (int, error) {
	if l.left < 0 {
		return 0, errors.New("too much")
	}
	n, err := l.from.Read(p)
	l.left -= int64(n)
	return n, err
}

type index struct {
	decoder *json.Decoder
	format  string
	dump    store.Dump
	rows    int
}

var errIndex = refuse("archive.damaged", "name", jobEntry)

func (x *index) read() error {
	err := x.object(func(name string) error {
		switch name {
		case "format":
			return x.value(&x.format)
		case "version":
			return x.value(&x.dump.Version)
		case "job":
			row, err := x.row()
			if err != nil {
				return refuse("unsound.at", "at", "job", "why", err)
			}
			x.dump.Job = row
			return nil
		case "tables":
			return x.object(x.table)
		}
		return refuse("archive.not_in_it", "name", jobEntry, "field", words.Quoted(string(name)))
	})
	if err != nil {
		return err
	}
	if _, err := x.decoder.Token(); !errors.Is(err, io.EOF) {
		return errIndex
	}
	return nil
}

// object reads the fields of an object, each at most once.
func (x *index) object(field func(name string) error) error {
	if token, err := x.decoder.Token(); err != nil || token != json.Delim('{') {
		return errIndex
	}
	seen := map[string]bool{}
	for x.decoder.More() {
		token, err := x.decoder.Token()
		name, ok := token.(string)
		if err != nil || !ok || seen[name] {
			return errIndex
		}
		seen[name] = true
		if err := field(name); err != nil {
			return err
		}
	}
	if _, err := x.decoder.Token(); err != nil {
		return errIndex
	}
	return nil
}

func (x *index) value(to any) error {
	if err := x.decoder.Decode(to); err != nil {
		return errIndex
	}
	return nil
}

func (x *index) table(name string) error {
	token, err := x.decoder.Token()
	if err != nil || token != nil && token != json.Delim('[') {
		return errIndex
	}
	if !store.Dumped(name) {
		return refuse("unsound.table", "table", words.Quoted(name))
	}
	x.dump.Tables[name] = []map[string]any{}
	if token == nil {
		return nil
	}
	for i := 0; x.decoder.More(); i++ {
		if x.rows++; x.rows > store.MostRows {
			return refuse("archive.rows", "most", store.MostRows)
		}
		row, err := x.row()
		if err != nil {
			return refuse("archive.row", "table", name, "row", i, "why", err)
		}
		x.dump.Tables[name] = append(x.dump.Tables[name], row)
	}
	return x.end()
}

func (x *index) end() error {
	if _, err := x.decoder.Token(); err != nil {
		return errIndex
	}
	return nil
}

// row reads one row: names with numbers and texts. Anything else in it is refused before it is built.
func (x *index) row() (map[string]any, error) {
	var text json.RawMessage
	if err := x.decoder.Decode(&text); err != nil {
		return nil, words.New("archive.row_unread")
	}
	if len(text) > maxRow {
		return nil, words.New("archive.row_large")
	}
	var values map[string]json.RawMessage
	if err := json.Unmarshal(text, &values); err != nil || values == nil {
		return nil, words.New("archive.row_empty")
	}
	row := make(map[string]any, len(values))
	for name, value := range values {
		plain, err := plainValue(value)
		if err != nil {
			return nil, words.New("archive.value", "name", words.Quoted(name), "why", err)
		}
		row[name] = plain
	}
	return row, nil
}

// plainValue is a number or a text as the database knows it.
func plainValue(value json.RawMessage) (any, error) {
	switch value[0] {
	case 'n':
		return nil, nil
	case '"':
		var text string
		err := json.Unmarshal(value, &text)
		return text, err
	case '{', '[', 't', 'f':
		return nil, words.New("archive.neither")
	}
	number := json.Number(bytes.TrimSpace(value))
	if whole, err := number.Int64(); err == nil {
		return whole, nil
	}
	if broken, err := number.Float64(); err == nil {
		return broken, nil
	}
	return nil, words.New("archive.number")
}
