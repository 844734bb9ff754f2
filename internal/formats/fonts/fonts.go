// Package fonts holds the page's own fonts as printed sheets need them. scripts/fonts.py
// writes the files: Figtree and Fraunces (SIL Open Font License, beside this file), with
// signs from Go's fonts (its licence too) where those have none.
package fonts

import (
	_ "embed"
	"strings"
	"sync"

	"golang.org/x/image/font/sfnt"
)

// Text, Bold and Head are the faces: for running text, for what stands out in it, and for
// titles. Each is one TrueType file.
var (
	//go:embed text.ttf
	Text []byte
	//go:embed text-bold.ttf
	Bold []byte
	//go:embed head.ttf
	Head []byte
)

var faces = func() (out []*sfnt.Font) {
	for _, file := range [][]byte{Text, Bold, Head} {
		f, err := sfnt.Parse(file)
		if err != nil {
			panic(err) // the file is a part of the program
		}
		out = append(out, f)
	}
	return out
}()

// drawn tells for each sign of the first plane whether every face can draw it. Looking it up
// in the files for each letter that is printed took most of a long sheet's time.
var drawn = sync.OnceValue(func() *[1 << 16]bool {
	var b sfnt.Buffer
	out := new([1 << 16]bool)
	for r := range out {
		out[r] = inFaces(&b, rune(r))
	}
	return out
})

func inFaces(b *sfnt.Buffer, r rune) bool {
	for _, f := range faces {
		if i, err := f.GlyphIndex(b, r); err != nil || i == 0 {
			return false
		}
	}
	return true
}

// Has reports whether every face can draw a sign.
func Has(r rune) bool {
	if signs := drawn(); r >= 0 && int(r) < len(signs) {
		return signs[r]
	}
	return inFaces(new(sfnt.Buffer), r)
}

// Thirds are in none of the fonts, and spaces of other widths need not be.
var narrow = strings.NewReplacer("\u202f", " ", "\u2009", " ", "\u00a0", " ", "\n", " ", "\t", " ", "⅓", "1/3", "⅔", "2/3")

// Plain is a text as it can be drawn: on one line, and with “?” for what no face has, so
// that a gap is seen and no box is printed.
func Plain(s string) string {
	return strings.Map(func(r rune) rune {
		switch {
		case r < ' ' || r == 0x7f:
			return -1
		case Has(r):
			return r
		}
		return '?'
	}, narrow.Replace(s))
}
