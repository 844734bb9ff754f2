// Package taken reads what a camera's file says of itself: kind, camera, lens, settings and time (Exif, XMP and IPTC, by
// imagemeta), which way up it is, and the picture that a raw file carries to be shown. Files are strangers': what cannot
// be read is left out, and nothing of it is believed beyond its bounds.
package taken

import (
	"bytes"
	"fmt"
	"io"
	"math"
	"path"
	"strconv"
	"strings"
	"time"
	"unicode"

	"github.com/bep/imagemeta"
)

// Kind is what sort of file it is, by its first bytes.
type Kind string

// The kinds there are; Other is kept and not shown.
const (
	JPEG  Kind = "jpeg"
	PNG   Kind = "png"
	WebP  Kind = "webp"
	GIF   Kind = "gif"
	TIFF  Kind = "tiff"
	Raw   Kind = "raw" // by TIFF's rules, and more than a picture
	HEIF  Kind = "heif"
	AVIF  Kind = "avif"
	Other Kind = "other"
)

// Opens says whether its picture can be opened here as it is.
func (k Kind) Opens() bool {
	return k == JPEG || k == PNG || k == WebP || k == GIF || k == TIFF
}

// raws are what names of raw files end with. A raw file is TIFF by its bytes, so that its name decides.
var raws = map[string]imagemeta.ImageFormat{".dng": imagemeta.DNG, ".cr2": imagemeta.CR2, ".nef": imagemeta.NEF, ".arw": imagemeta.ARW, ".pef": imagemeta.PEF,
	".nrw": imagemeta.NEF, ".srw": imagemeta.NEF, ".sr2": imagemeta.ARW, ".rw2": imagemeta.NEF, ".orf": imagemeta.NEF}

// HeadBytes is how much of a file's beginning KindOf looks at.
const HeadBytes = 32

// KindOf says what a file is by its first bytes, whatever its name ends with; only a raw file is told from a TIFF by that.
func KindOf(head []byte, name string) Kind {
	has := func(at int, s string) bool { return len(head) >= at+len(s) && string(head[at:at+len(s)]) == s }
	_, raw := raws[strings.ToLower(path.Ext(name))]
	switch {
	case has(0, "\xff\xd8\xff"):
		return JPEG
	case has(0, "\x89PNG\r\n\x1a\n"):
		return PNG
	case has(0, "RIFF") && has(8, "WEBP"):
		return WebP
	case has(0, "GIF8"):
		return GIF
	case has(0, "II*\x00"), has(0, "MM\x00*"):
		if raw || has(8, "CR\x02") {
			return Raw
		}
		return TIFF
	case raw && (has(0, "IIU\x00") || has(0, "IIRO") || has(0, "MMOR")):
		return Raw
	case has(4, "ftyp"):
		switch brand := string(head[8:min(12, len(head))]); brand {
		case "heic", "heix", "mif1", "msf1", "heim", "heis", "hevc":
			return HEIF
		case "avif", "avis":
			return AVIF
		}
	}
	return Other
}

// Facts are what a file says of itself. What it does not say is empty or 0.
type Facts struct {
	At       time.Time // when it was taken, by the camera's clock; in UTC where Zoned is not set
	Zoned    bool      // whether the file says which zone its clock was in
	Seconds  float64
	FNumber  float64
	ISO      int
	FocalMm  float64
	Body     string // the camera
	Lens     string
	Title    string
	Words    string // caption
	Credit   string
	WidthPx  int
	HeightPx int
	Document string // which document it was made of, by its XMP
}

// mostText is how long a text of a file may be, in characters.
const mostText = 300

// Read reads what a file of a kind says of itself. What is broken in it is passed over: the facts that could be read are
// returned, and an error says that there may have been more.
func Read(r io.ReadSeeker, kind Kind, name string) (Facts, error) {
	var out Facts
	format := map[Kind]imagemeta.ImageFormat{JPEG: imagemeta.JPEG, PNG: imagemeta.PNG, WebP: imagemeta.WebP, TIFF: imagemeta.TIFF, HEIF: imagemeta.HEIF, AVIF: imagemeta.AVIF}[kind]
	if kind == Raw {
		if format = raws[strings.ToLower(path.Ext(name))]; format == 0 {
			format = imagemeta.CR2
		}
	}
	if format == imagemeta.ImageFormatAuto {
		return out, nil
	}
	said := map[string]any{}
	res, err := imagemeta.Decode(imagemeta.Options{R: r, ImageFormat: format, Sources: imagemeta.EXIF | imagemeta.XMP | imagemeta.IPTC | imagemeta.CONFIG, LimitNumTags: 2000, LimitTagSize: 4096,
		ShouldHandleTag: func(t imagemeta.TagInfo) bool {
			_, wanted := readers[t.Tag]
			return wanted && (t.Source != imagemeta.EXIF || strings.HasPrefix(t.Namespace, "IFD0"))
		},
		HandleTag: func(t imagemeta.TagInfo) error {
			if _, there := said[t.Tag]; !there || t.Source == imagemeta.EXIF {
				said[t.Tag] = t.Value
			}
			return nil
		}})
	out.WidthPx, out.HeightPx = bounded(res.ImageConfig.Width, 1<<17), bounded(res.ImageConfig.Height, 1<<17)
	for tag, v := range said {
		readers[tag](&out, v)
	}
	out.when(said)
	return out, err
}

// readers take a tag's value into the facts.
var readers = map[string]func(*Facts, any){
	"ExposureTime":            func(f *Facts, v any) { f.Seconds = within(number(v), 1e-6, 1e5) },
	"FNumber":                 func(f *Facts, v any) { f.FNumber = within(number(v), 0.3, 300) },
	"ISO":                     func(f *Facts, v any) { f.ISO = int(within(number(v), 1, 1e7)) },
	"ISOSpeedRatings":         func(f *Facts, v any) { f.ISO = int(within(number(v), 1, 1e7)) },
	"PhotographicSensitivity": func(f *Facts, v any) { f.ISO = int(within(number(v), 1, 1e7)) },
	"FocalLength":             func(f *Facts, v any) { f.FocalMm = within(number(v), 0.5, 5000) },
	"Model":                   func(f *Facts, v any) { f.Body = text(v) },
	"LensModel":               func(f *Facts, v any) { f.Lens = text(v) },
	"Title":                   func(f *Facts, v any) { f.Title = text(v) },
	"ObjectName":              func(f *Facts, v any) { f.Title = first(f.Title, text(v)) },
	"Description":             func(f *Facts, v any) { f.Words = text(v) },
	"ImageDescription":        func(f *Facts, v any) { f.Words = first(f.Words, text(v)) },
	"Caption-Abstract":        func(f *Facts, v any) { f.Words = first(f.Words, text(v)) },
	"Creator":                 func(f *Facts, v any) { f.Credit = text(v) },
	"Artist":                  func(f *Facts, v any) { f.Credit = first(f.Credit, text(v)) },
	"By-line":                 func(f *Facts, v any) { f.Credit = first(f.Credit, text(v)) },
	"OriginalDocumentID":      func(f *Facts, v any) { f.Document = text(v) },
	"DateTimeOriginal":        func(*Facts, any) {}, "CreateDate": func(*Facts, any) {}, "DateTimeDigitized": func(*Facts, any) {}, "ModifyDate": func(*Facts, any) {}, "DateTime": func(*Facts, any) {},
	"OffsetTimeOriginal": func(*Facts, any) {}, "SubSecTimeOriginal": func(*Facts, any) {}, "OffsetTime": func(*Facts, any) {},
}

// when reads the time that a file says: of the exposure, else of its making.
func (f *Facts) when(said map[string]any) {
	for _, tag := range []string{"DateTimeOriginal", "CreateDate", "DateTimeDigitized", "DateTime", "ModifyDate"} {
		s := text(said[tag])
		for _, layout := range []string{"2006:01:02 15:04:05", "2006-01-02T15:04:05Z07:00", "2006-01-02T15:04:05.999999999Z07:00", "2006-01-02T15:04:05", "2006:01:02 15:04:05Z07:00"} {
			at, err := time.Parse(layout, s)
			if err != nil || at.Year() < 1990 || at.Year() > 2200 {
				continue
			}
			f.At, f.Zoned = at, strings.Contains(layout, "Z07:00")
			break
		}
		if !f.At.IsZero() {
			break
		}
	}
	if f.At.IsZero() {
		return
	}
	if s := text(said["SubSecTimeOriginal"]); s != "" {
		if n, err := strconv.ParseFloat("0."+s, 64); err == nil && n < 1 {
			f.At = f.At.Truncate(time.Second).Add(time.Duration(n * 1e9))
		}
	}
	for _, tag := range []string{"OffsetTimeOriginal", "OffsetTime"} {
		if off, err := time.Parse("-07:00", text(said[tag])); err == nil && !f.Zoned {
			f.At, f.Zoned = time.Date(f.At.Year(), f.At.Month(), f.At.Day(), f.At.Hour(), f.At.Minute(), f.At.Second(), f.At.Nanosecond(), off.Location()), true
		}
	}
}

func number(v any) float64 {
	switch x := v.(type) {
	case interface{ Float64() float64 }:
		return x.Float64()
	case float64:
		return x
	case float32:
		return float64(x)
	case int:
		return float64(x)
	case int64:
		return float64(x)
	case uint16:
		return float64(x)
	case uint32:
		return float64(x)
	case []uint16:
		if len(x) > 0 {
			return float64(x[0])
		}
	case []any:
		if len(x) > 0 {
			return number(x[0])
		}
	case string:
		if n, err := strconv.ParseFloat(strings.TrimSpace(x), 64); err == nil {
			return n
		}
	}
	return 0
}

// within is a number inside its bounds, or 0.
func within(v, least, most float64) float64 {
	if math.IsNaN(v) || v < least || v > most {
		return 0
	}
	return v
}

func bounded(v, most int) int { return max(0, min(v, most)) }

// text is a value as one line that can be shown.
func text(v any) string {
	if v == nil {
		return ""
	}
	if list, ok := v.([]string); ok {
		v = strings.Join(list, ", ")
	}
	if b, ok := v.([]byte); ok {
		v = string(bytes.TrimRight(b, "\x00"))
	}
	s := strings.Map(func(r rune) rune {
		switch {
		case r == unicode.ReplacementChar, r == 0:
			return -1
		case !unicode.IsPrint(r):
			return ' '
		}
		return r
	}, strings.ToValidUTF8(fmt.Sprint(v), ""))
	s = strings.Join(strings.Fields(s), " ")
	if r := []rune(s); len(r) > mostText {
		s = string(r[:mostText])
	}
	return s
}

func first(a, b string) string {
	if a != "" {
		return a
	}
	return b
}
