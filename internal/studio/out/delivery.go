package out

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/csv"
	"fmt"
	"image/png"
	"io"
	"strings"
	"time"
	"unicode"

	"figladder/internal/craft/release"
	"figladder/internal/formats/cells"
	"figladder/internal/formats/photo"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// printedPx is the long side of a picture on the contact sheet, pixels.
const printedPx = 480

// manifest heads the columns of the list that lies with a delivery.
var manifest = []string{"file", "shows", "outlet", "width px", "height px", "bytes", "sha256", "title", "caption", "alt text", "credit", "made", "left out because"}

// Hand writes what is handed over of a shoot as ZIP: of each shot and outlet the newest cut that stands, a list of them, a contact
// sheet and what may be done with them. What rights or an embargo keep back today is left out, and the list says why.
func (s *Room) Hand(ctx context.Context, shootID string, to io.Writer) error {
	shoot, err := s.Frames.Brief.Shoot(ctx, shootID)
	if err != nil {
		return err
	}
	rows, err := s.standing(ctx, shootID)
	if err != nil {
		return err
	}
	if len(rows) == 0 {
		return core.Rule("Nothing of this shoot was made for an outlet yet. Send a picture, or make one to be handed over.")
	}
	outlets, err := s.Outlets(ctx)
	if err != nil {
		return err
	}
	names := map[string]string{}
	for _, o := range outlets {
		names[o.Key] = o.Name
	}
	done, err := s.LongTurn(ctx)
	if err != nil {
		return err
	}
	defer done()
	z := zip.NewWriter(to)
	var list bytes.Buffer
	csvOut := csv.NewWriter(&list)
	_ = csvOut.Write(manifest)
	contact := sheet.Sheet{Title: shoot.Name, Under: "Delivery", At: s.Now()}
	seen, credit := sheet.Part{}, ""
	for n, r := range rows {
		outlet := names[r.Outlet]
		if outlet == "" {
			outlet = r.Outlet
		}
		held, err := s.heldBack(ctx, &r.Publication)
		if err != nil {
			return err
		}
		name := ""
		if held == "" {
			name = fmt.Sprintf("pictures/%s/%02d %s%s", plainName(outlet), n+1, plainName(r.Shows), r.Format.Ends())
			data, err := s.Vault.Get(ctx, r.SHA256)
			if err != nil {
				return err
			}
			if err := stored(z, name, data, r.CreatedAt); err != nil {
				return err
			}
			small, err := thumb(ctx, data)
			if err != nil {
				return err
			}
			seen.Pictures = append(seen.Pictures, sheet.Picture{PNG: small, Caption: fmt.Sprintf("%02d %s, %s", n+1, r.Shows, outlet)})
			if credit == "" {
				credit = r.Words.Credit
			}
		}
		line := []string{name, r.Shows, outlet, fmt.Sprint(r.WidthPx), fmt.Sprint(r.HeightPx), fmt.Sprint(r.Bytes), r.SHA256, r.Words.Title, r.Words.Caption, r.Words.Alt, r.Words.Credit, r.CreatedAt.UTC().Format(time.RFC3339), held}
		for i := range line {
			line[i] = cells.Guard(line[i])
		}
		_ = csvOut.Write(line)
	}
	csvOut.Flush()
	contact.Parts = []sheet.Part{seen}
	pdf, err := contact.PDF(ctx)
	if err != nil {
		return err
	}
	for _, f := range []struct {
		name string
		data []byte
	}{{"manifest.csv", list.Bytes()}, {"contact sheet.pdf", pdf}, {"what may be done with them.txt", []byte(release.Licence(shoot.Brief, shoot.Name, credit, names, s.Now()))}} {
		if err := stored(z, f.name, f.data, s.Now()); err != nil {
			return err
		}
	}
	return z.Close()
}

// delivered is a cut that stands, with what it shows.
type delivered struct {
	store.Publication
	Shows string
}

// standing are the newest accepted cuts of a shoot, one for each shot and outlet, in the order of the shots.
func (s *Room) standing(ctx context.Context, shootID string) ([]delivered, error) {
	shots, _, err := s.Frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	all, err := s.Publications(ctx, shootID, "")
	if err != nil {
		return nil, err
	}
	var out []delivered
	for _, x := range shots {
		had := map[string]bool{}
		for _, p := range all { // newest first
			if p.ShotID == x.Key && p.State == "accepted" && !had[p.Outlet] {
				had[p.Outlet] = true
				out = append(out, delivered{p, x.Title})
			}
		}
	}
	return out, nil
}

// stored puts a file into a ZIP: pictures are packed already.
func stored(z *zip.Writer, name string, data []byte, at time.Time) error {
	how := zip.Deflate
	if strings.HasPrefix(name, "pictures/") {
		how = zip.Store
	}
	w, err := z.CreateHeader(&zip.FileHeader{Name: name, Method: how, Modified: at})
	if err != nil {
		return err
	}
	_, err = w.Write(data)
	return err
}

func thumb(ctx context.Context, data []byte) ([]byte, error) {
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	err = png.Encode(&b, core.Scaled(img, printedPx))
	return b.Bytes(), err
}

// longestName is how long a name may be in a folder, characters: with what stands before it, every system takes it.
const longestName = 80

// plainName is a title as the name of a file that every system takes.
func plainName(title string) string {
	var b strings.Builder
	n := 0
	for _, r := range strings.Join(strings.Fields(title), " ") {
		if n == longestName {
			break
		}
		if !unicode.IsLetter(r) && !unicode.IsDigit(r) && !strings.ContainsRune(" -_,()&'", r) {
			r = '-'
		}
		b.WriteRune(r)
		n++
	}
	name := strings.Trim(b.String(), " -.")
	if name == "" {
		return "picture"
	}
	return name
}
