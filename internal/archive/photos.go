package archive

import (
	"archive/zip"
	"bytes"
	"context"
	"errors"
	"io"
	"os"

	"ledge/internal/photo"
	"ledge/internal/store"
	"ledge/internal/words"
)

// A spool keeps pictures in a file until they are stored.
type spool struct {
	file  *os.File
	ends  []int64
	sizes [][2]int
}

// remade makes the photographs of a dump anew, as uploaded ones are, and puts their sizes into its rows.
func remade(ctx context.Context, dump *store.Dump, entries map[string]*zip.File, photos *photo.Maker) (*spool,
	error) {
	file, err := os.CreateTemp("", "ledge-photos-")
	if err != nil {
		return nil, err
	}
	kept := &spool{file: file}
	if err := kept.fill(ctx, dump, entries, photos); err != nil {
		kept.close()
		return nil, err
	}
	return kept, nil
}

func (s *spool) fill(ctx context.Context, dump *store.Dump, entries map[string]*zip.File, photos *photo.Maker) error {
	known := map[string]bool{jobEntry: true, inspectionEntry: true}
	for i := range dump.PicturesOf() {
		name, small := pictureName(i, 0), pictureName(i, 1)
		entry := entries[name]
		if entry == nil || entries[small] == nil {
			return refuse("archive.no_photo", "name", name)
		}
		known[name], known[small] = true, true
		file, err := unpack(entry)
		if err != nil {
			return err
		}
		made, err := photos.Make(ctx, bytes.NewReader(file))
		var refused photo.Refusal
		if errors.As(err, &refused) && refused != photo.Busy {
			return refuse("unsound.at", "at", name, "why", refused)
		}
		if err != nil {
			return err
		}
		dump.Sized(i, made.Width, made.Height)
		if err := s.add(made); err != nil {
			return err
		}
	}
	for name := range entries {
		if !known[name] {
			return refuse("archive.stranger", "name", words.Quoted(string(name)))
		}
	}
	return nil
}

// unpack reads a picture, but never more of it than one has, whatever its header says.
func unpack(entry *zip.File) ([]byte, error) {
	opened, err := entry.Open()
	if err != nil {
		return nil, refuse("archive.packed", "name", words.Quoted(string(entry.Name)))
	}
	defer opened.Close()
	text, err := io.ReadAll(io.LimitReader(opened, maxPicture+1))
	switch {
	case len(text) > maxPicture:
		return nil, refuse("archive.unpacked", "name", words.Quoted(string(entry.Name)))
	case err != nil:
		return nil, refuse("archive.photo_damaged", "name", words.Quoted(string(entry.Name)))
	}
	return text, nil
}

func (s *spool) add(made photo.Made) error {
	end := int64(0)
	if len(s.ends) > 0 {
		end = s.ends[len(s.ends)-1]
	}
	for _, picture := range [][]byte{made.Picture, made.Small} {
		if _, err := s.file.WriteAt(picture, end); err != nil {
			return err
		}
		end += int64(len(picture))
	}
	s.ends, s.sizes = append(s.ends, end), append(s.sizes, [2]int{len(made.Picture), len(made.Small)})
	return nil
}

func (s *spool) picture(_ context.Context, place int) (pair [2][]byte, err error) {
	at := s.ends[place] - int64(s.sizes[place][0]+s.sizes[place][1])
	for size := range pair {
		pair[size] = make([]byte, s.sizes[place][size])
		if _, err := s.file.ReadAt(pair[size], at); err != nil {
			return pair, err
		}
		at += int64(len(pair[size]))
	}
	return pair, nil
}

func (s *spool) close() {
	_ = s.file.Close()
	_ = os.Remove(s.file.Name())
}
