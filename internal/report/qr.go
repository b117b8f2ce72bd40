package report

import (
	"bytes"
	"fmt"
	"image"
	"image/draw"
	"image/png"

	"github.com/boombuler/barcode/qr"
)

// qrCode is a text as a PNG: dots of several pixels, so that no reader smooths them, and the margin of four dots that a
// camera needs (ISO/IEC 18004).
func qrCode(text string) ([]byte, error) {
	const dot, margin = 8, 4
	code, err := qr.Encode(text, qr.M, qr.Auto)
	if err != nil {
		return nil, fmt.Errorf("QR code: %w", err)
	}
	side := code.Bounds().Dx()
	picture := image.NewGray(image.Rect(0, 0, (side+2*margin)*dot, (side+2*margin)*dot))
	draw.Draw(picture, picture.Bounds(), image.White, image.Point{}, draw.Src)
	for x := range side {
		for y := range side {
			at := image.Rect(0, 0, dot, dot).Add(image.Pt(x+margin, y+margin).Mul(dot))
			draw.Draw(picture, at, image.NewUniform(code.At(x, y)), image.Point{}, draw.Src)
		}
	}
	var out bytes.Buffer
	err = png.Encode(&out, picture)
	return out.Bytes(), err
}
