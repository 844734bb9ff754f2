package finish

import (
	"bytes"
	"context"
	"errors"
	"image"
	"image/jpeg"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/finish/guard"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/reading"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
)

// Finishing is what is done to a frame, and what has come of it.
type Finishing struct {
	Row      store.FinishRow    `json:"row" doc:"What is written down; version 0 when nothing is yet"`
	Look     *store.BaseLookRow `json:"look" doc:"The look that it follows, or null"`
	Steps    []look.Step        `json:"steps" doc:"All that is done to it: the look's steps and its own"`
	Differs  []string           `json:"differs" doc:"How it is not as its look has it, in words"`
	Versions []store.VersionRow `json:"versions" doc:"The finished pictures, newest first"`
	Offers   []Offer            `json:"offers" doc:"What was found in the frame that a step would mend"`
	WidthPx  int                `json:"widthPx" doc:"Width of the frame"`
	HeightPx int                `json:"heightPx" doc:"Height of the frame"`
}

// Offer is a step that would mend what was found in a frame.
type Offer struct {
	Words   string    `json:"words" doc:"What it would do"`
	Because string    `json:"because" doc:"What was found"`
	Step    look.Step `json:"step" doc:"The step"`
}

// Of is what is done to a frame.
func (s *Room) Of(ctx context.Context, frameID string) (*Finishing, error) {
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	row, err := s.rowOf(s.Store.WithContext(ctx), f)
	if err != nil {
		return nil, err
	}
	out := &Finishing{Row: *row, WidthPx: f.WidthPx, HeightPx: f.HeightPx}
	if out.Look, out.Steps, err = s.merged(s.Store.WithContext(ctx), row); err != nil {
		return nil, err
	}
	var base []look.Step
	if out.Look != nil {
		base = out.Look.Steps
	}
	out.Differs = look.Differs(base, row.Own)
	if out.Look == nil {
		out.Differs = []string{}
	}
	if out.Versions, err = store.All[store.VersionRow](s.Store.WithContext(ctx).Where("frame_id = ?", frameID).Order("number desc")); err != nil {
		return nil, err
	}
	out.Offers, err = s.offers(ctx, f, out.Steps)
	return out, err
}

// rowOf is the frame's row; one that is not written yet when it has none.
func (s *Room) rowOf(tx *gorm.DB, f *store.Frame) (*store.FinishRow, error) {
	row := &store.FinishRow{}
	err := tx.Where("frame_id = ?", f.Key).First(row).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return &store.FinishRow{FinishDoc: store.FinishDoc{ShootID: f.ShootID, FrameID: f.Key, Own: []look.Step{}}}, nil
	}
	return row, err
}

// begun is the frame's row, written with nothing done when there was none.
func (s *Room) begun(ctx context.Context, f *store.Frame) (*store.FinishRow, error) {
	return core.Begun(s.Store.WithContext(ctx), func(tx *gorm.DB) (*store.FinishRow, error) { return s.rowOf(tx, f) })
}

// merged is the look that a frame follows, nil for none, and all that is done to it.
func (s *Room) merged(tx *gorm.DB, row *store.FinishRow) (*store.BaseLookRow, []look.Step, error) {
	if row.LookID == "" {
		return nil, look.Merge(nil, row.Own), nil
	}
	l, err := store.Find[store.BaseLookRow](tx, row.LookID)
	if err != nil {
		return nil, nil, err
	}
	return l, look.Merge(l.Steps, row.Own), nil
}

// Save writes down what is done to a frame: which look it follows, and all of its steps. What is as the look has it is the
// look's.
func (s *Room) Save(ctx context.Context, who core.Who, frameID string, version int, lookID string, steps []look.Step) (*Finishing, error) {
	if err := core.Fields("", look.Check(steps)); err != nil {
		return nil, err
	}
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	if _, err := s.begun(ctx, f); err != nil {
		return nil, err
	}
	err = s.Deed(ctx, who, f.ShootID, "Finished a frame further", func(j *store.Journal) error {
		row, err := s.rowOf(j.TX, f)
		if err != nil {
			return err
		}
		var base []look.Step
		if lookID != "" {
			l, err := store.Find[store.BaseLookRow](j.TX, lookID)
			if err != nil {
				return err
			}
			base = l.Steps
		}
		core.AsRead(row, version)
		row.LookID, row.Own = lookID, look.Own(base, steps)
		return j.Update(row)
	})
	if err != nil {
		return nil, err
	}
	return s.Of(ctx, frameID)
}

// Seen is the picture of a frame as steps make it, JPEG, no longer than longPx: what is looked at while a handle is drawn.
func (s *Room) Seen(ctx context.Context, frameID string, steps []look.Step, longPx int) ([]byte, error) {
	if err := core.Fields("", look.Check(steps)); err != nil {
		return nil, err
	}
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	from := core.ShelfLarge
	if longPx <= core.ShelfSmall {
		from = core.ShelfSmall
	}
	img, scale, err := s.atScreen(ctx, f, from)
	if err != nil {
		return nil, err
	}
	if longPx > 0 {
		img, scale = s.smaller(f, img, scale, longPx)
	}
	out, err := look.Render(ctx, img, steps, scale)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	err = jpeg.Encode(&b, out, &jpeg.Options{Quality: 88})
	return b.Bytes(), err
}

// smaller is a picture that is open at half its size, where that is still long enough: it is made once.
func (s *Room) smaller(f *store.Frame, img image.Image, scale float64, longPx int) (image.Image, float64) {
	b := img.Bounds()
	if max(b.Dx(), b.Dy()) < 2*longPx {
		return img, scale
	}
	key := f.Picture() + "half"
	half, there := s.open.Get(key)
	if !there {
		half = core.Scaled(img, max(b.Dx(), b.Dy())/2)
		s.open.Add(key, half)
	}
	return half, scale / 2
}

// ToneLine is a tone step as it is drawn.
type ToneLine struct {
	Points []TonePoint  `json:"points" doc:"The line, from dark to light"`
	Hold   []ToneHandle `json:"hold" doc:"Where it is taken hold of"`
}

// TonePoint is a place of the line.
type TonePoint struct {
	In  float64 `json:"in" doc:"What goes in, stops from mid-grey"`
	Out float64 `json:"out" doc:"What comes out, stops from mid-grey"`
}

// ToneHandle is where a line is taken hold of, and what is moved by it.
type ToneHandle struct {
	TonePoint
	Field string `json:"field" enum:"toe,slope,shoulder" doc:"What is moved"`
}

// Told is what a look is told.
type Told struct {
	Readings []reading.Reading `json:"readings" doc:"How far the picture is from its frame"`
	Findings []finding.Finding `json:"findings" doc:"What has gone too far, with what to take back"`
	Words    []string          `json:"words" doc:"Each step in a line"`
}

// Judge tells how far steps push a frame.
func (s *Room) Judge(ctx context.Context, frameID string, steps []look.Step) (*Told, error) {
	if err := core.Fields("", look.Check(steps)); err != nil {
		return nil, err
	}
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	img, scale, err := s.atScreen(ctx, f, core.ShelfLarge)
	if err != nil {
		return nil, err
	}
	img, scale = s.smaller(f, img, scale, judgedPx)
	j, err := guard.Judge(ctx, img, steps, scale)
	if err != nil {
		return nil, err
	}
	out := &Told{Readings: j.Measures.Readings(), Findings: finding.Weighed(j.Findings), Words: []string{}}
	if out.Findings == nil {
		out.Findings = []finding.Finding{}
	}
	for _, st := range steps {
		out.Words = append(out.Words, st.Words())
	}
	return out, nil
}

// judgedPx is how large a picture is judged.
const judgedPx = 800

// LineOf is a tone step from eight stops under mid-grey to one over white.
func LineOf(st look.Step) ToneLine {
	c := st.CurveOf()
	out := ToneLine{Hold: []ToneHandle{{TonePoint{-4, c.At(-4)}, "toe"}, {TonePoint{1, c.At(1)}, "slope"}, {TonePoint{look.WhiteStops, c.At(look.WhiteStops)}, "shoulder"}}}
	for in := -8.0; in <= 3.5; in += 0.25 {
		out.Points = append(out.Points, TonePoint{in, math.Round(1000*c.At(in)) / 1000})
	}
	return out
}

// White is what the light was in which something that has no colour of its own looks as it does in a frame.
type White struct {
	Kelvin float64 `json:"kelvin" doc:"Colour temperature, kelvin"`
	Tint   float64 `json:"tint" doc:"How much greener than daylight, thousandths of Duv"`
	Words  string  `json:"words" doc:"What was read, in words"`
}

// WhiteAt reads the white at a place of the picture as steps make it, which lies somewhere in the frame.
func (s *Room) WhiteAt(ctx context.Context, frameID string, steps []look.Step, at look.Spot) (*White, error) {
	if err := core.Fields("", look.Check(steps)); err != nil {
		return nil, err
	}
	f, err := s.Frames.Frame(ctx, frameID)
	if err != nil {
		return nil, err
	}
	img, _, err := s.atScreen(ctx, f, core.ShelfLarge)
	if err != nil {
		return nil, err
	}
	b := img.Bounds()
	in := look.InFrame(steps, b.Dx(), b.Dy(), at)
	r, g, bb, ends := look.LightAt(img, in)
	if ends {
		return nil, core.Rule("It is plain white or plain black there, which has lost its colour. Press on a grey that still has some drawing.")
	}
	kelvin, tint, ok := look.WhiteOf(r, g, bb)
	if !ok {
		return nil, core.Rule("What you pressed has too much colour of its own to tell the light by. Press on something grey or white.")
	}
	return &White{Kelvin: math.Round(kelvin), Tint: math.Round(tint*10) / 10, Words: whiteWords(kelvin, tint)}, nil
}

func whiteWords(kelvin, tint float64) string {
	light := "daylight"
	switch {
	case kelvin < 3400:
		light = "lamps"
	case kelvin < 4700:
		light = "lamps and daylight, or a low sun"
	case kelvin > 7200:
		light = "shade or a blue sky"
	}
	switch {
	case tint > 6:
		light += ", green"
	case tint < -6:
		light += ", pink"
	}
	return "As in " + light
}

// file opens the frame's own picture, at full size.
func (s *Room) file(ctx context.Context, f *store.Frame) (image.Image, error) {
	data, err := s.Vault.Get(ctx, f.Picture())
	if err != nil {
		return nil, err
	}
	return photo.Decode(ctx, data)
}
