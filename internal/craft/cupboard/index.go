package cupboard

import (
	"strings"

	"figladder/internal/craft/colour"
)

// Index is what a cupboard is searched by.
type Index struct {
	SizeMm    float64
	Hue       string  // family of its main colour
	Lightness float64 // OKLab, 0 to 1
	Words     string  // everything that can be typed to find it
}

// Index makes a prop's index.
func (p Prop) Index() Index {
	c, _ := colour.Parse(p.Front.Colour)
	words := append([]string{p.Name, string(p.Kind), p.Material, p.Maker, p.Shelf, c.Name()}, p.Ties...)
	return Index{SizeMm: p.LargestMm(), Hue: c.Family(), Lightness: c.Lightness, Words: strings.ToLower(strings.Join(words, " "))}
}

// Hues lists the families a cupboard can be searched by.
var Hues = []string{"white", "grey", "black", "cream", "brown", "red", "orange", "yellow", "green", "teal", "blue", "purple", "pink"}
