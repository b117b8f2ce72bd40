package photo

import (
	"bytes"
	"encoding/binary"
	"errors"
	"hash/crc32"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"runtime"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// wide is a picture of w × h pixels, red in its upper left corner.
func wide(t *testing.T, w, h int) []byte {
	t.Helper()
	picture := image.NewRGBA(image.Rect(0, 0, w, h))
	for y := range h {
		for x := range w {
			c := color.RGBA{255, 255, 255, 255}
			if x < w/2 && y < h/2 {
				c = color.RGBA{255, 0, 0, 255}
			}
			picture.Set(x, y, c)
		}
	}
	var out bytes.Buffer
	require.NoError(t, jpeg.Encode(&out, picture, nil))
	return out.Bytes()
}

// held puts an EXIF block with an orientation behind a JPEG's first marker.
func held(file []byte, orientation uint16) []byte {
	tiff := []byte("Exif\x00\x00II*\x00\x08\x00\x00\x00\x01\x00\x12\x01\x03\x00\x01\x00\x00\x00")
	tiff = binary.LittleEndian.AppendUint16(tiff, orientation)
	tiff = append(tiff, 0, 0, 0, 0, 0, 0)
	block := binary.BigEndian.AppendUint16([]byte{0xff, 0xe1}, uint16(len(tiff)+2))
	return append(append(append([]byte{}, file[:2]...), append(block, tiff...)...), file[2:]...)
}

// A picture is upright whichever way its camera was held (the eight ways of TIFF 6.0), and nothing
// of the file is left.
func TestPicturesAreMadeUpright(t *testing.T) {
	corners := map[uint16][2]int{1: {0, 0}, 2: {1, 0}, 3: {1, 1}, 4: {0, 1}, 5: {0, 0}, 6: {1, 0}, 7: {1, 1},
		8: {0, 1}}
	for way, corner := range corners {
		made, err := NewMaker().Make(t.Context(), bytes.NewReader(held(wide(t, 2400, 1200), way)))
		require.NoError(t, err)
		w, h := 1600, 800
		if way > 4 {
			w, h = h, w
		}
		assert.Equal(t, []int{w, h}, []int{made.Width, made.Height}, "way %d", way)
		assert.NotContains(t, string(made.Picture), "Exif")
		picture, err := jpeg.Decode(bytes.NewReader(made.Picture))
		require.NoError(t, err)
		for x := range 2 {
			for y := range 2 {
				_, green, _, _ := picture.At(w/4+x*w/2, h/4+y*h/2).RGBA()
				assert.Equal(t, [2]int{x, y} == corner, green < 0x8000, "way %d at %d %d", way, x, y)
			}
		}
	}
}

// What would take too much memory is refused before it is decoded, however few bytes it has.
func TestWhatTakesTooMuchIsRefused(t *testing.T) {
	var out bytes.Buffer
	require.NoError(t, png.Encode(&out, image.NewGray(image.Rect(0, 0, 3, 3))))
	bomb := out.Bytes()
	binary.BigEndian.PutUint32(bomb[16:], 20_000)
	binary.BigEndian.PutUint32(bomb[20:], 20_000)
	binary.BigEndian.PutUint32(bomb[29:], crc32.ChecksumIEEE(bomb[12:29]))
	progressive := wide(t, 64, 64)
	sof := bytes.Index(progressive, []byte{0xff, 0xc0})
	progressive[sof+1] = 0xc2
	binary.BigEndian.PutUint16(progressive[sof+5:], 7000)
	binary.BigEndian.PutUint16(progressive[sof+7:], 7000)
	for name, tt := range map[string]struct {
		file []byte
		want error
	}{
		"a PNG of 400 megapixels in a hundred bytes": {bomb, TooLarge},
		"a progressive JPEG of 49 megapixels":        {progressive, TooLarge},
		"a telephone's HEIC":                         {[]byte("\x00\x00\x00\x18ftypheic\x00\x00\x00\x00mif1heic"), Heic},
		"a text":                                     {[]byte("not a picture"), NoPicture},
		"half a JPEG":                                {wide(t, 640, 480)[:2000], Damaged},
		"nothing at all":                             {nil, NoPicture},
	} {
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		_, err := NewMaker().Make(t.Context(), bytes.NewReader(tt.file))
		runtime.ReadMemStats(&after)
		assert.True(t, errors.Is(err, tt.want), "%s: %v", name, err)
		assert.Less(t, after.TotalAlloc-before.TotalAlloc, uint64(20<<20), name)
	}
}

// A queue that is full says so at once.
func TestTooManyWaiting(t *testing.T) {
	m := NewMaker()
	m.turn <- struct{}{}
	for range waiting {
		m.queue <- struct{}{}
	}
	_, err := m.Make(t.Context(), bytes.NewReader(nil))
	assert.ErrorIs(t, err, Busy)
}

func FuzzMake(f *testing.F) {
	f.Add([]byte("\xff\xd8\xff\xc2\x00\x11\x08\x00\x10\x00\x10\x03\x01\x22\x00"))
	f.Fuzz(func(t *testing.T, file []byte) {
		_, err := NewMaker().Make(t.Context(), bytes.NewReader(file))
		if err != nil && !errors.As(err, new(Refusal)) {
			t.Errorf("%v", err)
		}
	})
}
