package finish

import (
	"bytes"
	"context"
	"fmt"
	"image"
	"image/jpeg"
	"math"
	"strings"
	"unicode"

	"figladder/internal/craft/finish/back"
	craftframes "figladder/internal/craft/frames"
	"figladder/internal/craft/reading"
	"figladder/internal/formats/photo"
	"figladder/internal/formats/taken"
	"figladder/internal/formats/xmp"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
)

// HandOut is a frame's file to be edited in another program: the file as it is, with what it is known by again written into a
// JPEG's metadata and into its name. The kept file stays as it was.
func (s *Room) HandOut(ctx context.Context, frameID string) (name string, data []byte, err error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return "", nil, err
	}
	data, err = s.Vault.Get(ctx, f.Picture())
	if err != nil {
		return "", nil, err
	}
	title := ""
	if f.ShotID != "" {
		shot, err := s.Frames.List.Shot(ctx, f.ShotID)
		if err != nil {
			return "", nil, err
		}
		title = shot.Title
	}
	name = handedName(title, f.Key)
	switch taken.KindOf(data[:min(len(data), 64)], "") {
	case taken.JPEG:
		if bytes.Contains(data, []byte(xmp.Header)) { // it has a packet of its own: that stays as it is, and the name has to do
			return name + ".jpg", data, nil
		}
		data, err = xmp.Write(data, xmp.Words{Document: back.DocumentOf(f.Key)})
		return name + ".jpg", data, err
	case taken.PNG:
		return name + ".png", data, nil
	case taken.TIFF:
		return name + ".tif", data, nil
	}
	return name, data, nil
}

// handedName is what a frame's file is called where it is handed out, without its ending: what it shows, and the end of its
// key, which no two of a studio share.
func handedName(title, key string) string {
	words := strings.Join(strings.FieldsFunc(strings.ToLower(title), func(r rune) bool { return !unicode.IsLetter(r) && !unicode.IsDigit(r) }), "-")
	if r := []rune(words); len(r) > 60 {
		words = strings.TrimRight(string(r[:60]), "-")
	}
	return strings.Trim(words+"-"+key[max(0, len(key)-12):], "-")
}

// Back is what came of a picture that was brought back.
type Back struct {
	Version *store.VersionRow `json:"version" doc:"The version that it became; null when somebody has to say which frame it is of, or it was there already"`
	FrameID string            `json:"frameId" doc:"The frame that it is of, or is likely of; empty when nothing says"`
	ShotID  string            `json:"shotId" doc:"That frame's shot"`
	Words   string            `json:"words" doc:"How it was known, in words"`
	Asks    bool              `json:"asks" doc:"Whether somebody has to say which frame it is of"`
}

// BringBack takes in a picture that was edited in another program, as the next version of the frame that it is of: the one that
// is said, or the one that it is known as. What is not sure is not done: it is sent again with the frame.
func (s *Room) BringBack(ctx context.Context, who core.Who, shootID, name string, data []byte, frameID string) (*Back, error) {
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	img, err := core.OpenPicture(ctx, data)
	if err != nil {
		return nil, err
	}
	rows, err := store.All[store.Frame](s.Store.WithContext(ctx).Omit("set").Where("shoot_id = ?", shootID).Order("id"))
	if err != nil {
		return nil, err
	}
	known, err := s.known(ctx, shootID, rows)
	if err != nil {
		return nil, err
	}
	m, at := back.Match{At: -1, How: back.ByHand, Sure: true, Words: "As you said."}, -1
	for i, f := range rows {
		if f.Key == frameID {
			at = i
		}
	}
	switch {
	case frameID != "" && at < 0:
		return nil, store.ErrNotFound
	case frameID == "":
		facts, _ := taken.Read(bytes.NewReader(data), taken.KindOf(data[:min(len(data), 64)], name), name) // what cannot be read says nothing
		own := craftframes.LookOf(img)
		m = back.Of(back.File{Name: name, Hash: store.Hash(data), Document: facts.Document}, known, s.likeTo(ctx, own, rows))
		at = m.At
	}
	out := &Back{Words: m.Words, Asks: !m.Sure}
	if at < 0 {
		return out, nil
	}
	out.FrameID, out.ShotID = rows[at].Key, rows[at].ShotID
	if !m.Sure || m.How == back.ByHash {
		return out, nil
	}
	made, err := s.cameBack(ctx, &rows[at], name, data, img, m.How)
	if err != nil {
		return nil, err
	}
	if made.Number == 0 { // it is new
		if err := s.Deed(ctx, who, shootID, "Brought an edited picture back", func(j *store.Journal) error { return number(j, made) }); err != nil {
			return nil, err
		}
	}
	out.Version = made
	return out, nil
}

// known are a shoot's frames as an edited picture may know them.
func (s *Room) known(ctx context.Context, shootID string, rows []store.Frame) ([]back.Frame, error) {
	shots, _, err := s.Frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	titles := map[string]string{}
	for _, x := range shots {
		titles[x.Key] = x.Title
	}
	made, err := store.All[store.VersionRow](s.Store.WithContext(ctx).Omit("steps").Where("shoot_id = ?", shootID))
	if err != nil {
		return nil, err
	}
	hashes := map[string][]string{}
	for _, v := range made {
		hashes[v.FrameID] = append(hashes[v.FrameID], v.SHA256)
	}
	out := make([]back.Frame, len(rows))
	for i, f := range rows {
		names := []string{handedName(titles[f.ShotID], f.Key) + ".jpg"}
		for _, n := range []string{f.Came.Path, f.Came.RawPath, f.CameraFile} {
			if n != "" {
				names = append(names, n)
			}
		}
		out[i] = back.Frame{ID: f.Key, Title: titles[f.ShotID], Names: names, Hashes: append(hashes[f.Key], f.SHA256, f.Picture())}
	}
	return out, nil
}

// likeTo tells how alike a picture is to a kept frame; the others of a set are too alike to one another to be told by looks.
func (s *Room) likeTo(ctx context.Context, own craftframes.Look, rows []store.Frame) func(i int) float64 {
	seen := map[int]float64{}
	return func(i int) float64 {
		if v, there := seen[i]; there {
			return v
		}
		seen[i] = math.NaN()
		if !rows[i].Kept {
			return seen[i]
		}
		data, err := s.Shown(ctx, rows[i].Picture(), core.ShelfSmall)
		if err != nil {
			return seen[i]
		}
		if img, err := photo.Decode(ctx, data); err == nil {
			seen[i] = craftframes.Alike(own, craftframes.LookOf(img))
		}
		return seen[i]
	}
}

// cameBack keeps a picture's file, for it to become the next version of a frame; one that is the newest already is no other.
func (s *Room) cameBack(ctx context.Context, f *store.Frame, name string, data []byte, img image.Image, how back.How) (*store.VersionRow, error) {
	sha, copies, err := s.Vault.Put(ctx, data)
	if err != nil {
		return nil, err
	}
	if last, err := s.latest(ctx, f.Key); err != nil {
		return nil, err
	} else if last != nil && last.SHA256 == sha {
		return last, nil
	}
	s.LayBy(sha, img, 0)
	size := img.Bounds()
	return &store.VersionRow{Base: store.NewBase(), VersionDoc: store.VersionDoc{ShootID: f.ShootID, FrameID: f.Key, SHA256: sha, Bytes: len(data),
		WidthPx: size.Dx(), HeightPx: size.Dy(), Name: name, Known: how, Copies: copies}}, nil
}

// number writes a version down as the next one of its frame.
func number(j *store.Journal, made *store.VersionRow) error {
	if err := j.TX.Raw("select coalesce(max(number), 0) + 1 from versions where frame_id = ?", made.FrameID).Scan(&made.Number).Error; err != nil {
		return err
	}
	return j.Create(made)
}

// Differs is how two versions differ.
type Differs struct {
	Fits     bool              `json:"fits" doc:"Whether they are of one shape, so that they can be laid over one another"`
	Words    string            `json:"words" doc:"What to make of it"`
	Readings []reading.Reading `json:"readings" doc:"How much"`
}

// DifferenceOf is how a version differs from another, or from the frame itself where the other is empty; and a map of it, JPEG.
func (s *Room) DifferenceOf(ctx context.Context, versionID, otherID string) (*Differs, []byte, error) {
	v, err := store.Find[store.VersionRow](s.Store.WithContext(ctx), versionID)
	if err != nil {
		return nil, nil, err
	}
	before, err := s.earlier(s.Store.WithContext(ctx), v, otherID)
	if err != nil {
		return nil, nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, nil, err
	}
	defer done()
	var both [2]image.Image
	for i, sha := range []string{before, v.SHA256} {
		data, err := s.Shown(ctx, sha, core.ShelfLarge)
		if err != nil {
			return nil, nil, err
		}
		if both[i], err = photo.Decode(ctx, data); err != nil {
			return nil, nil, err
		}
	}
	d, fits, err := back.Differ(ctx, both[0], both[1])
	if err != nil {
		return nil, nil, err
	}
	if !fits {
		return &Differs{Words: "They are of different shapes: one is cropped, so places cannot be laid over one another.", Readings: []reading.Reading{}}, nil, nil
	}
	var b bytes.Buffer
	err = jpeg.Encode(&b, d.Map, &jpeg.Options{Quality: 88})
	return &Differs{Fits: true, Words: d.Words, Readings: d.Readings}, b.Bytes(), err
}

// earlier is the hash of what a version is held against.
func (s *Room) earlier(tx *gorm.DB, v *store.VersionRow, otherID string) (string, error) {
	if otherID != "" {
		o, err := store.Find[store.VersionRow](tx, otherID)
		if err != nil {
			return "", err
		}
		if o.FrameID != v.FrameID {
			return "", fmt.Errorf("a version of another frame: %w", store.ErrNotFound)
		}
		return o.SHA256, nil
	}
	f, err := store.Find[store.Frame](tx, v.FrameID)
	if err != nil {
		return "", err
	}
	return f.Picture(), nil
}
