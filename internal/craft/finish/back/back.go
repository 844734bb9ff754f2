// Package back knows an edited picture again that comes from another program, and shows what was changed (handbook G4).
package back

import (
	"fmt"
	"math"
	"path"
	"slices"
	"strings"
)

// How a picture was known.
type How string

// The ways there are, the surest first.
const (
	ByHash     How = "hash"     // it is a file that is kept already
	ByDocument How = "document" // its file says which frame it was made of
	ByName     How = "name"     // it is called as the frame is
	ByLooks    How = "looks"    // it looks like it
	ByHand     How = "hand"     // somebody said so
)

// File is a picture that was brought back.
type File struct {
	Name     string // with its ending
	Hash     string
	Document string // what its metadata gives as the document it was made of; empty for nothing
}

// Frame is a frame that it may be of.
type Frame struct {
	ID     string
	Title  string
	Names  []string // what its file was called, with its ending
	Hashes []string // of its file and of its finished pictures
}

// Match is what a picture was known as.
type Match struct {
	At    int    // which frame; -1 for none
	How   How    // by what
	Sure  bool   // whether it needs nobody to say so
	Words string // the same in words
}

// DocumentOf is what a frame that is handed out to be edited says in its metadata, so that it is known again.
func DocumentOf(frameID string) string { return "figladder:frame:" + frameID }

// How alike a picture has to be to a frame, and how much more than to the next one, to be taken for likely (values of our own):
// an edited picture differs from its frame in level and colour, hardly in what lies where.
const (
	leastLike   = 0.6
	leastAhead  = 0.05
	shortestToo = 4 // letters of a name that is taken for the beginning of another
)

// Of finds the frame of a picture. like tells how alike it is to a frame, 0 to 1, NaN where nobody knows.
func Of(f File, frames []Frame, like func(i int) float64) Match {
	for i, fr := range frames {
		if slices.Contains(fr.Hashes, f.Hash) {
			return Match{i, ByHash, true, fmt.Sprintf("It is kept already, byte for byte, with “%s”.", fr.Title)}
		}
	}
	for i, fr := range frames {
		if f.Document != "" && f.Document == DocumentOf(fr.ID) {
			return Match{i, ByDocument, true, fmt.Sprintf("Its file says that it was made of “%s”.", fr.Title)}
		}
	}
	named := byName(f.Name, frames)
	if len(named) == 1 {
		return Match{named[0], ByName, true, fmt.Sprintf("It is called as “%s” is.", frames[named[0]].Title)}
	}
	among := named
	if len(among) == 0 {
		for i := range frames {
			among = append(among, i)
		}
	}
	best, next := -1, math.Inf(-1)
	for _, i := range among {
		l := like(i)
		switch {
		case math.IsNaN(l):
		case best < 0 || l > like(best):
			if best >= 0 {
				next = like(best)
			}
			best = i
		default:
			next = math.Max(next, l)
		}
	}
	if best < 0 || like(best) < leastLike || like(best)-next < leastAhead {
		return Match{At: -1, Words: "Nothing says which frame it is of."}
	}
	words := fmt.Sprintf("It looks like “%s”.", frames[best].Title)
	if len(named) > 1 {
		words = fmt.Sprintf("Several are called so; it looks like “%s”.", frames[best].Title)
	}
	return Match{best, ByLooks, false, words}
}

// byName are the frames whose name a file's is, or begins with before a mark that no name goes on after, such as in
// “IMG_0123-edit 2.tif”. Of several, those with the longest name.
func byName(name string, frames []Frame) []int {
	stem := stemOf(name)
	longest, out := 0, []int(nil)
	for i, f := range frames {
		at := 0
		for _, n := range f.Names {
			own := stemOf(n)
			rest, begins := strings.CutPrefix(stem, own)
			if own != "" && begins && (rest == "" || len([]rune(own)) >= shortestToo && strings.ContainsRune("-_ .(+", []rune(rest)[0])) {
				at = max(at, len(own))
			}
		}
		switch {
		case at == 0 || at < longest:
		case at > longest:
			longest, out = at, []int{i}
		default:
			out = append(out, i)
		}
	}
	return out
}

func stemOf(name string) string {
	name = path.Base(strings.ReplaceAll(name, `\`, "/"))
	return strings.TrimSpace(strings.ToLower(strings.TrimSuffix(name, path.Ext(name))))
}
