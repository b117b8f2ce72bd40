package report

import (
	"bytes"
	"image/png"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A code has its three marks in the corners, seven dots wide, and four dots of white around it (ISO/IEC 18004).
func TestQRCode(t *testing.T) {
	text, err := qrCode("https://bench.lan/jobs/12/orders/grind")
	require.NoError(t, err)
	picture, err := png.Decode(bytes.NewReader(text))
	require.NoError(t, err)
	side := picture.Bounds().Dx() / 8
	dark := func(x, y int) bool {
		r, _, _, _ := picture.At(8*x+4, 8*y+4).RGBA()
		return r < 0x8000
	}
	for i := range side {
		for _, edge := range []int{0, 3, side - 4, side - 1} {
			assert.False(t, dark(i, edge) || dark(edge, i), "the margin at %d", i)
		}
	}
	for _, corner := range [][2]int{{4, 4}, {side - 11, 4}, {4, side - 11}} {
		for i := range 7 {
			assert.True(t, dark(corner[0]+i, corner[1]) && dark(corner[0], corner[1]+i), "mark at %v", corner)
		}
		assert.False(t, dark(corner[0]+1, corner[1]+1))
		assert.True(t, dark(corner[0]+3, corner[1]+3))
	}
}
