// Package photo makes photographs anew, upright and at two sizes, so that nothing of a file but its
// picture is kept; one at a time and in bounded memory.
package photo

import (
	"bytes"
	"context"
	"image"
	"image/color"
	"image/jpeg"
	_ "image/png" // taken, too
	"io"
	"slices"

	"ledge/internal/words"

	"github.com/bep/imagemeta"
)

// Bounds of what is taken. What is decoded is held in memory as a whole.
const (
	MaxFile    = 12 << 20
	maxDecoded = 130 << 20
	maxSide    = 30_000
	waiting    = 8 // how many may wait for the one that is made

	side      = 1600
	smallSide = 320
)

// A Refusal is why a picture is not taken.
type Refusal string

func (r Refusal) Error() string { return words.Told("photo." + string(r)) }

// Why a picture is not taken. Busy is no fault of the picture: it may be sent again in a moment.
const (
	NoPicture Refusal = "no_picture"
	Heic      Refusal = "heic"
	TooLarge  Refusal = "too_large"
	Damaged   Refusal = "damaged"
	Busy      Refusal = "busy"
)

// Made is a picture as it is kept: two JPEGs.
type Made struct {
	Picture, Small []byte
	Width, Height  int
}

// A Maker makes one picture at a time.
type Maker struct{ turn, queue chan struct{} }

// NewMaker returns a maker with an empty queue.
func NewMaker() *Maker {
	return &Maker{make(chan struct{}, 1), make(chan struct{}, waiting)}
}

// Make makes a JPEG or PNG anew. It waits for its turn; [Busy] where too many wait.
func (m *Maker) Make(ctx context.Context, file io.ReadSeeker) (Made, error) {
	select {
	case m.queue <- struct{}{}:
		defer func() { <-m.queue }()
	default:
		return Made{}, Busy
	}
	select {
	case m.turn <- struct{}{}:
		defer func() { <-m.turn }()
	case <-ctx.Done():
		return Made{}, ctx.Err()
	}
	return remake(file)
}

func remake(file io.ReadSeeker) (made Made, err error) {
	config, format, err := image.DecodeConfig(file)
	if err != nil || format != "jpeg" && format != "png" {
		if isHeic(file) {
			return made, Heic
		}
		return made, NoPicture
	}
	if max(config.Width, config.Height) > maxSide {
		return made, TooLarge
	}
	bytes, err := decodedBytes(file, config, format)
	switch {
	case err != nil:
		return made, Damaged
	case bytes > maxDecoded:
		return made, TooLarge
	}
	turned := orientation(file, format)
	if _, err := file.Seek(0, io.SeekStart); err != nil {
		return made, err
	}
	decoded, _, err := image.Decode(file)
	if err != nil {
		return made, Damaged
	}
	// Turned when it is small: turning needs it twice.
	upright := turn(fit(decoded, side), turned)
	made.Width, made.Height = upright.Bounds().Dx(), upright.Bounds().Dy()
	if made.Picture, err = encode(upright); err != nil {
		return made, err
	}
	made.Small, err = encode(fit(upright, smallSide))
	return made, err
}

// isHeic reports whether a file is of the kind that some telephones keep (ISO/IEC 23008-12): it begins with a box that
// names its brand. There is no decoder of it in Go that bounds its memory.
func isHeic(file io.ReadSeeker) bool {
	var head [12]byte
	if _, err := file.Seek(0, io.SeekStart); err != nil {
		return false
	}
	if _, err := io.ReadFull(file, head[:]); err != nil || string(head[4:8]) != "ftyp" {
		return false
	}
	return slices.Contains([]string{"heic", "heix", "heim", "heis", "hevc", "hevx", "mif1", "msf1"}, string(head[8:]))
}

func encode(picture image.Image) ([]byte, error) {
	var out bytes.Buffer
	err := jpeg.Encode(&out, picture, &jpeg.Options{Quality: 82})
	return out.Bytes(), err
}

// decodedBytes is how much memory a picture takes while it is decoded.
func decodedBytes(file io.ReadSeeker, config image.Config, format string) (int64, error) {
	pixels := int64(config.Width) * int64(config.Height)
	if format == "jpeg" {
		share, err := jpegBytes(file)
		return int64(float64(pixels) * share), err
	}
	bytes := int64(4)
	switch config.ColorModel {
	case color.GrayModel:
		bytes = 1
	case color.Gray16Model:
		bytes = 2
	case color.RGBA64Model, color.NRGBA64Model:
		bytes = 8
	}
	return 2 * bytes * pixels, nil // an interlaced one is put together from parts
}

// orientation is how a camera was held, as its file says: 1 where it does not.
func orientation(file io.ReadSeeker, format string) (held int) {
	if _, err := file.Seek(0, io.SeekStart); err != nil || format != "jpeg" {
		return 1
	}
	held = 1
	_, _ = imagemeta.Decode(imagemeta.Options{R: file, ImageFormat: imagemeta.JPEG, Sources: imagemeta.EXIF,
		ShouldHandleTag: func(tag imagemeta.TagInfo) bool { return tag.Tag == "Orientation" },
		HandleTag: func(tag imagemeta.TagInfo) error {
			if n, ok := tag.Value.(uint16); ok {
				held = int(n)
			}
			return nil
		}}) // where it cannot be read, the picture stays as it is
	return held
}
