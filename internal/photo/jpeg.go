package photo

import (
	"encoding/binary"
	"errors"
	"io"
)

// jpegBytes is how many bytes of memory each pixel of a JPEG takes while it is decoded: its
// components by their sampling, and four more a sample where it is progressive, because then its
// coefficients are kept until the end (ITU-T T.81).
func jpegBytes(file io.ReadSeeker) (perPixel float64, err error) {
	if _, err := file.Seek(2, io.SeekStart); err != nil {
		return 0, err
	}
	for {
		var head [4]byte
		if _, err := io.ReadFull(file, head[:]); err != nil {
			return 0, err
		}
		marker, length := head[1], int64(binary.BigEndian.Uint16(head[2:]))
		if head[0] != 0xff || length < 2 {
			return 0, errors.New("no marker where one should be")
		}
		if marker == 0xff { // a fill byte before the marker
			if _, err := file.Seek(-3, io.SeekCurrent); err != nil {
				return 0, err
			}
			continue
		}
		if marker >= 0xc0 && marker <= 0xcf && marker != 0xc4 && marker != 0xc8 && marker != 0xcc {
			return frameBytes(file, marker == 0xc2)
		}
		if _, err := file.Seek(length-2, io.SeekCurrent); err != nil {
			return 0, err
		}
	}
}

// frameBytes reads the sampling of a frame's components.
func frameBytes(file io.Reader, progressive bool) (perPixel float64, err error) {
	var frame [6]byte
	if _, err := io.ReadFull(file, frame[:]); err != nil {
		return 0, err
	}
	samples, most := 0.0, [2]float64{1, 1}
	for range min(int(frame[5]), 4) {
		var component [3]byte
		if _, err := io.ReadFull(file, component[:]); err != nil {
			return 0, err
		}
		h, v := float64(component[1]>>4), float64(component[1]&15)
		samples += h * v
		most[0], most[1] = max(most[0], h), max(most[1], v)
	}
	perPixel = max(1, samples/(most[0]*most[1]))
	if frame[5] == 4 {
		perPixel += 4 // four colours are turned into three by way of a whole picture
	}
	if progressive {
		perPixel *= 5
	}
	return perPixel, nil
}
