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

// From is where files come from.
type From string

// Where files come from: sent by a browser, a folder of the machine that serves, or a card in its reader.
const (
	Sent   From = "sent"
	Folder From = "folder"
	Reader From = "reader"
)

// Words implements words.Vocabulary.
func (From) Words() []string { return []string{string(Sent), string(Folder), string(Reader)} }

// Laid is who laid a picture to its shot.
type Laid string

// Who did: it was matched, or somebody said so.
const (
	Matched Laid = "matched"
	ByHand  Laid = "by hand"
)

// Words implements words.Vocabulary.
func (Laid) Words() []string { return []string{string(Matched), string(ByHand)} }

// Mark is how far a picture has come in choosing (handbook F2); the one of a shot is kept besides. No mark takes anything
// out of either copy.
type Mark string

// How far it has come: passed over at the first look, on the short list, or offered to the client beside the one.
const (
	PassedOver Mark = "passed over"
	Short      Mark = "short list"
	Beside     Mark = "beside"
)

// Words implements words.Vocabulary.
func (Mark) Words() []string { return []string{string(PassedOver), string(Short), string(Beside)} }

// Came is what came with a card's picture, and what its file says of itself.
type Came struct {
	CardID  string    `json:"cardId" doc:"The card; empty for what came otherwise"`
	Path    string    `json:"path" doc:"Its name on the card, with its folders"`
	Kind    string    `json:"kind" doc:"What sort of file it is"`
	ClockAt time.Time `json:"clockAt" doc:"When it was taken by the camera's clock, in the shoot's zone where the file names none"`
	Dated   bool      `json:"dated" doc:"Whether the file itself says when; otherwise it is when it was last written"`
	FocalMm float64   `json:"focalMm" doc:"Focal length, mm; 0 where the file says none"`
	Body    string    `json:"body" doc:"The camera"`
	Lens    string    `json:"lens" doc:"The lens"`
	Title   string    `json:"title" doc:"Title in the file"`
	Words   string    `json:"words" doc:"Caption in the file"`
	Credit  string    `json:"credit" doc:"Who made it, by the file"`
	Shows   string    `json:"shows" doc:"Hash of the picture that is shown in its place; empty for the file itself"`
	Raw     string    `json:"raw" doc:"Hash of the raw file kept with it; empty for none"`
	RawPath string    `json:"rawPath" doc:"That file's name on the card"`
	Beside  string    `json:"beside" doc:"Hash of the XMP that came beside it; empty for none"`
}

// Stem is what a raw file and the JPEG beside it have in common: folder and name without what it ends with, in small
// letters.
func Stem(name string) string {
	return strings.ToLower(strings.TrimSuffix(name, path.Ext(name)))
}
