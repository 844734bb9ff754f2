// Package card says of a copied camera card what is kept and whether the card may be cleared, and which planned frame
// each picture is of. A file counts once it was read whole, kept in two places, read back from both and compared
// (internal/intake does that). An erased card cannot be shot again, so that every doubt speaks against clearing it
// (handbook F1).
package card

import (
	"errors"
	"path"
	"strings"
	"time"
)

// File is a file as a card lists it.
type File struct {
	Path     string    `json:"path" maxLength:"1000" doc:"Its name with its folders, parted by slashes"`
	Bytes    int64     `json:"bytes" minimum:"0" doc:"Its size"`
	Modified time.Time `json:"modified" doc:"When it was last written, by the card"`
}

// Same says whether two listings are of one file that has not changed between them.
func (f File) Same(o File) bool {
	return f.Path == o.Path && f.Bytes == o.Bytes && f.Modified.Equal(o.Modified)
}

// Copy is a verified copy: its place, and when it was last found whole.
type Copy struct {
	Where      string    `json:"where" doc:"Which of the two places"`
	VerifiedAt time.Time `json:"verifiedAt" doc:"When it was last read whole and had its hash"`
}

// Kept is what became of a file that was kept.
type Kept struct {
	SHA256 string `json:"sha256" doc:"Its hash"`
	Bytes  int64  `json:"bytes" doc:"Its size as it was read"`
	Copies []Copy `json:"copies" doc:"Its verified copies"`
}

// Twice says whether there are copies of it in two places.
func (k Kept) Twice() bool { return len(places(k.Copies)) >= 2 }

// Entry is a line of the ledger: a file that was kept, or why it was not.
type Entry struct {
	File File   `json:"file" doc:"The file as it was listed"`
	Kept Kept   `json:"kept" doc:"What became of it"`
	Why  string `json:"why" doc:"Why it is not kept; empty when it is"`
}

// What ends a copy before it is done; it goes on where it stood once that is mended.
var (
	ErrGone = errors.New("the card is not there any more")
	ErrFull = errors.New("there is no more room to keep files")
)

// Stem is what a raw file and the JPEG beside it have in common: folder and name without what it ends with, in small
// letters.
func Stem(name string) string {
	return strings.ToLower(strings.TrimSuffix(name, path.Ext(name)))
}
