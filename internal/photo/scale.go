package photo

import (
	"image"

	"golang.org/x/image/draw"
	"golang.org/x/image/math/f64"
)

// fit shrinks a picture until neither side is longer than most; one that is small enough keeps its size. It halves the
// picture for as long as that is possible, which is the mean of four pixels each time: sharper kernels need a row of
// floating numbers for each row of the picture.
func fit(picture image.Image, most int) *image.RGBA {
	size := picture.Bounds().Size()
	goal := size
	if longer := max(size.X, size.Y); longer > most {
		goal = image.Pt(max(1, size.X*most/longer), max(1, size.Y*most/longer))
	}
	for size.X >= 2*goal.X && size.Y >= 2*goal.Y && size != goal {
		size = image.Pt((size.X+1)/2, (size.Y+1)/2)
		picture = scaled(picture, size)
	}
	return scaled(picture, goal)
}

func scaled(picture image.Image, size image.Point) *image.RGBA {
	out := image.NewRGBA(image.Rectangle{Max: size})
	draw.ApproxBiLinear.Scale(out, out.Bounds(), picture, picture.Bounds(), draw.Src, nil)
	return out
}

// uprights are where the axes of a picture go that was taken in one of the eight ways of TIFF's orientation tag: along
// its width and along its height, each as a step across and a step down.
var uprights = [9][4]int{
	1: {1, 0, 0, 1}, 2: {-1, 0, 0, 1}, 3: {-1, 0, 0, -1}, 4: {1, 0, 0, -1},
	5: {0, 1, 1, 0}, 6: {0, 1, -1, 0}, 7: {0, -1, -1, 0}, 8: {0, -1, 1, 0},
}

// turn puts a picture upright.
func turn(picture *image.RGBA, held int) *image.RGBA {
	if held < 2 || held > 8 {
		return picture
	}
	axes, size := uprights[held], picture.Bounds().Size()
	out := image.NewRGBA(image.Rect(0, 0, abs(axes[0]*size.X+axes[2]*size.Y), abs(axes[1]*size.X+axes[3]*size.Y)))
	matrix := f64.Aff3{float64(axes[0]), float64(axes[2]), 0, float64(axes[1]), float64(axes[3]), 0}
	// What goes backwards begins at the far edge.
	if axes[0]+axes[2] < 0 {
		matrix[2] = float64(out.Bounds().Dx())
	}
	if axes[1]+axes[3] < 0 {
		matrix[5] = float64(out.Bounds().Dy())
	}
	draw.NearestNeighbor.Transform(out, matrix, picture, picture.Bounds(), draw.Src, nil)
	return out
}

func abs(n int) int { return max(n, -n) }
