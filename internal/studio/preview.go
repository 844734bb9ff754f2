package studio

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"image"
	"image/png"
	"log/slog"
	"strings"
	"time"

	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
)

// Rendering is a picture of a set in the making.
type Rendering struct {
	Work
	ShotID  string `json:"shotId" doc:"The shot whose set it shows"`
	SetHash string `json:"setHash" doc:"Hash of the set it shows"`
	Step    int    `json:"step" doc:"Counts the pictures shown so far: ask for the picture again when it grows"`
	Samples int    `json:"samples" doc:"Paths a pixel of the picture shown"`
	Kept    bool   `json:"kept" doc:"Whether it is kept with the shot when it is done"`
	AboutS  int    `json:"aboutS" doc:"About how long it takes once it has its turn, s"`
	Ahead   int    `json:"ahead" doc:"How many pictures and searches were before it"`

	img image.Image
}

// mostRenderings bounds how many of a person wait.
const mostRenderings = 4

// RenderWish says how a picture of a set is to be made.
type RenderWish struct {
	LongPx  int  // pixels on the long side
	Samples int  // paths a pixel on the mean
	Keep    bool // whether it is kept with the shot when it is done
}

// RenderWishes are the pictures that are asked for: in passing while a set changes (five
// paths are good, docs/benchmarks.md), one to keep, and a large one.
var RenderWishes = map[string]RenderWish{
	"passing": {LongPx: 640, Samples: 5},
	"usual":   {LongPx: 640, Samples: 24, Keep: true},
	"large":   {LongPx: 1600, Samples: 8, Keep: true},
}

// HashOf names a set by what its picture shows.
func HashOf(set scene.Set) string {
	set.Views, set.Advice, set.Answers, set.Follows = nil, "", scene.Questions{}, ""
	raw, _ := json.Marshal(set)
	return store.Hash(raw)
}

// StartRendering begins a picture of a set. A newer picture of the same shot takes the
// place of one that is not done; one made in passing never that of one to keep.
func (s *Studio) StartRendering(ctx context.Context, shotID string, set scene.Set, w RenderWish) (*Rendering, error) {
	if err := fields("set.", set.Check()); err != nil {
		return nil, err
	}
	asked, err := s.wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	first := Rendering{ShotID: shotID, SetHash: HashOf(set), Kept: w.Keep, AboutS: s.pace.about(set, w), Ahead: s.longer.ahead()}
	of := shotID
	if !w.Keep {
		of += ", in passing"
	}
	return s.renderings.begin(ctx, s.now(), order[Rendering]{first: first, of: of, most: mostRenderings, busy: "%d pictures of yours are being made already. Wait for one, or cancel it.", do: func(ctx context.Context, tell func(func(*Rendering))) string {
		return s.render(ctx, tell, first, set, asked, w)
	}})
}

// render makes the picture and returns why it ended early. Each takes every core, so they
// wait for one another.
func (s *Studio) render(ctx context.Context, tell func(func(*Rendering)), of Rendering, set scene.Set, asked scene.Wants, w RenderWish) string {
	done, err := s.longTurn(ctx)
	if err != nil {
		return "Cancelled."
	}
	defer done()
	began := time.Now()
	report, _, _, err := scene.ReadWith(ctx, set, asked, light.Search)
	if err != nil {
		return "Cancelled."
	}
	if report.Exposure.Seconds == 0 {
		return "No light reaches the dish, so there is nothing to see."
	}
	shot, err := preview.NewShotUntil(ctx, set, report.Exposure, report.FocusMm, w.LongPx)
	if err != nil {
		return "Cancelled."
	}
	img, err := shot.Run(ctx, preview.Options{LongPx: w.LongPx, Samples: w.Samples, Seed: 1}, func(p preview.Step) {
		tell(func(r *Rendering) {
			r.img, r.Share, r.Samples = p.Image, p.Share, p.Samples
			r.Step++
		})
	})
	if err != nil {
		return "Cancelled."
	}
	s.pace.saw(shot.W*shot.H*w.Samples, time.Since(began))
	if !w.Keep {
		return ""
	}
	if err := s.keepPreview(context.WithoutCancel(ctx), of, img, w.Samples, time.Since(began).Seconds()); err != nil {
		slog.Error("a picture could not be kept", "shot", of.ShotID, "error", err)
		return "The picture could not be kept. Look whether the disk is full, then make it again."
	}
	return ""
}

// keepPreviews is how many pictures of a shot are kept: the newest.
const keepPreviews = 8

func (s *Studio) keepPreview(ctx context.Context, r Rendering, img image.Image, samples int, seconds float64) error {
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		return err
	}
	sha, _, err := s.Vault.Put(ctx, b.Bytes())
	if err != nil {
		return err
	}
	row := &store.Preview{Base: store.NewBase(), ShotID: r.ShotID, SetHash: r.SetHash, SHA256: sha, WidthPx: img.Bounds().Dx(), HeightPx: img.Bounds().Dy(), Samples: samples, Seconds: seconds}
	if err := s.Store.WithContext(ctx).Create(row).Error; err != nil {
		return err
	}
	old := s.Store.WithContext(ctx).Model(&store.Preview{}).Select("id").Where("shot_id = ?", r.ShotID).Order("id desc").Offset(keepPreviews)
	return s.Store.WithContext(ctx).Where("shot_id = ? and id in (?)", r.ShotID, old).Delete(&store.Preview{}).Error
}

// RenderingOf says how far a picture is.
func (s *Studio) RenderingOf(id string) (*Rendering, error) { return s.renderings.find(id) }

// RenderingPicture is a picture as far as it is, PNG.
func (s *Studio) RenderingPicture(id string) ([]byte, error) {
	r, err := s.renderings.find(id)
	if err != nil {
		return nil, err
	}
	img := r.img
	if img == nil {
		return nil, store.ErrNotFound
	}
	var b bytes.Buffer
	err = png.Encode(&b, img)
	return b.Bytes(), err
}

// CancelRendering stops a picture; what was seen of it stays.
func (s *Studio) CancelRendering(id string) error { return s.renderings.stop(id) }

// Previews lists the pictures kept of a shot's set, newest first.
func (s *Studio) Previews(ctx context.Context, shotID string) ([]store.Preview, error) {
	return store.All[store.Preview](s.Store.WithContext(ctx).Where("shot_id = ?", shotID).Order("id desc"))
}

// PreviewPicture is a kept picture, PNG.
func (s *Studio) PreviewPicture(ctx context.Context, id string) ([]byte, error) {
	row, err := store.Find[store.Preview](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	return s.Vault.Get(ctx, row.SHA256)
}

// Compared is two variants of a set beside one another.
type Compared struct {
	Changes  []scene.FieldChange `json:"changes" doc:"Fields that differ"`
	Readings []ComparedLine      `json:"readings" doc:"What was worked out for each"`
	OnlyA    []string            `json:"onlyA" doc:"Findings of the first alone"`
	OnlyB    []string            `json:"onlyB" doc:"Findings of the second alone"`
}

// ComparedLine is one reading of both.
type ComparedLine struct {
	Key     string `json:"key" doc:"The reading"`
	Label   string `json:"label" doc:"What it is called"`
	A       string `json:"a" doc:"In the first, with its unit"`
	B       string `json:"b" doc:"In the second"`
	Differs bool   `json:"differs" doc:"Whether they do"`
}

// CompareSets reads two sets and says how they differ.
func (s *Studio) CompareSets(ctx context.Context, shotID string, a, b scene.Set) (*Compared, error) {
	if err := errors.Join(fields("a.", a.Check()), fields("b.", b.Check())); err != nil {
		return nil, err
	}
	ra, err := s.ReadSet(ctx, shotID, a, true)
	if err != nil {
		return nil, err
	}
	rb, err := s.ReadSet(ctx, shotID, b, true)
	if err != nil {
		return nil, err
	}
	out := &Compared{Changes: scene.Changes(a, b), Readings: []ComparedLine{}, OnlyA: []string{}, OnlyB: []string{}}
	second := map[string]string{}
	for _, r := range rb.Readings {
		second[r.Key] = r.Shown + " " + r.Unit
	}
	for _, r := range ra.Readings {
		l := ComparedLine{Key: r.Key, Label: r.Label, A: r.Shown + " " + r.Unit, B: second[r.Key]}
		l.Differs = l.A != l.B
		out.Readings = append(out.Readings, l)
	}
	only := func(x, y *SetReading) []string {
		have := map[string]bool{}
		for _, f := range y.Findings {
			have[f.Code+f.Subject] = true
		}
		list := []string{}
		for _, f := range x.Findings {
			if !have[f.Code+f.Subject] {
				list = append(list, f.Subject+": "+f.Measure)
			}
		}
		return list
	}
	out.OnlyA, out.OnlyB = only(ra, rb), only(rb, ra)
	return out, nil
}

// AnglesOf shows a set from 0 to 90°.
func (s *Studio) AnglesOf(ctx context.Context, shotID string, set scene.Set) ([]scene.AngleCell, error) {
	if err := fields("set.", set.Check()); err != nil {
		return nil, err
	}
	w, err := s.wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	return scene.Angles(ctx, set, w)
}

// FollowSet gives a shot's set the camera and light of another's, and locks it to them.
func (s *Studio) FollowSet(ctx context.Context, who Who, shotID, fromID string) (*PlannedSet, error) {
	if shotID == fromID {
		return nil, rule("A set cannot follow itself.")
	}
	from, err := s.SetOf(ctx, fromID)
	if err != nil {
		return nil, err
	}
	if from.Version == 0 {
		return nil, rule("That shot has no set yet, so there is nothing to keep.")
	}
	own, err := s.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	return s.SaveSet(ctx, who, shotID, own.Version, own.Set.Locked(from.Set, fromID))
}

// drift flags a set that has left the one it follows.
func (s *Studio) drift(ctx context.Context, shotID string, set scene.Set) ([]finding.Finding, error) {
	if set.Follows == "" || set.Follows == shotID {
		return nil, nil
	}
	shot, err := s.Shot(ctx, set.Follows)
	if errors.Is(err, store.ErrNotFound) {
		return nil, nil
	}
	if err != nil {
		return nil, err
	}
	from, err := s.SetOf(ctx, set.Follows)
	if err != nil || from.Version == 0 {
		return nil, err
	}
	return scene.Drift(set, from.Set, shot.Title), nil
}

// PropAsThing is a prop of the cupboard as it would stand in a set, by its true sizes.
func (s *Studio) PropAsThing(ctx context.Context, id string) (*scene.Thing, error) {
	row, err := store.Find[store.PropRow](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	p := row.Prop
	z := p.Sizes
	t := scene.Thing{Name: p.Name, On: true, Colour: p.Front.Colour, Second: p.Front.Second, Finish: map[string]string{"glossy": "gloss"}[p.Front.Finish], PropID: id}
	if t.Finish == "" {
		t.Finish = p.Front.Finish
	}
	or := func(v, usual float64) float64 {
		if v > 0 {
			return v
		}
		return usual
	}
	switch p.Kind {
	case cupboard.Plate, cupboard.Bowl, cupboard.Tiny, cupboard.Glass, cupboard.Jug:
		t.Kind, t.WidthMm, t.HeightMm = string(p.Kind), z.DiameterMm, or(z.HeightMm, 0.1*z.DiameterMm)
		if strings.Contains(strings.ToLower(p.Name), "bottle") {
			t.Kind = "bottle"
		}
	case cupboard.Cutlery:
		t.Kind = "fork"
		for _, k := range []string{"knife", "spoon", "fork"} {
			if strings.Contains(strings.ToLower(p.Name), k) {
				t.Kind = k
			}
		}
		t.WidthMm, t.DepthMm, t.HeightMm = 0.12*z.LengthMm, z.LengthMm, 3
	case cupboard.Board, cupboard.Tile, cupboard.Linen, cupboard.Paper:
		t.Kind, t.WidthMm, t.DepthMm, t.HeightMm = string(p.Kind), or(z.WidthMm, z.LengthMm), z.LengthMm, or(z.ThicknessMm, map[cupboard.Kind]float64{cupboard.Board: 18, cupboard.Tile: 8, cupboard.Linen: 8, cupboard.Paper: 1}[p.Kind])
	case cupboard.Backdrop:
		return nil, rule("A backdrop is set under Backdrop, not among the things.")
	default:
		t.Kind, t.WidthMm, t.DepthMm, t.HeightMm = "box", or(z.WidthMm, z.LengthMm), z.LengthMm, or(z.HeightMm, 40)
	}
	for _, m := range []string{"glass", "wood", "stone", "linen", "paper"} {
		if strings.Contains(strings.ToLower(p.Material), m) {
			t.Material = m
		}
	}
	if strings.Contains(strings.ToLower(p.Material), "steel") || strings.Contains(strings.ToLower(p.Material), "metal") || strings.Contains(strings.ToLower(p.Material), "brass") {
		t.Material = "metal"
	}
	return &t, nil
}
