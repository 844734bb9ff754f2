package out

import (
	"context"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/release"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"github.com/lucasb-eyer/go-colorful"
)

// Together is what stands at an outlet of a shoot, judged as the set that it is seen as.
type Together struct {
	Outlet   string       `json:"outlet" doc:"Which outlet"`
	Pictures []InSet      `json:"pictures" doc:"The newest of each shot that stands there, in the order of the shots"`
	Measures []SetMeasure `json:"measures" doc:"What each was measured at, in the same order"`
}

// InSet is one of them.
type InSet struct {
	PublicationID string            `json:"publicationId" doc:"Which cut"`
	ShotID        string            `json:"shotId" doc:"Which shot"`
	Title         string            `json:"title" doc:"What it shows"`
	Findings      []finding.Finding `json:"findings" doc:"In what it does not belong to the others"`
}

// SetMeasure is what a picture was measured at.
type SetMeasure struct {
	L         float64 `json:"l" doc:"Mean L* of the picture"`
	A         float64 `json:"a" doc:"Mean a*"`
	B         float64 `json:"b" doc:"Mean b*"`
	Clock     float64 `json:"clock" doc:"Where its light comes from, o'clock; 0 where that is not known"`
	HeroShare float64 `json:"heroShare" doc:"Of the picture that the dish covers; 0 where that is not known"`
}

// meanPx is the size at which a picture's mean is taken, pixels on its long side.
const meanPx = 96

// Together judges what stands at an outlet of a shoot as a set.
func (s *Room) Together(ctx context.Context, shootID, outlet string) (*Together, error) {
	rows, err := s.standing(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &Together{Outlet: outlet, Pictures: []InSet{}, Measures: []SetMeasure{}}
	var all []release.Member
	for _, r := range rows {
		if r.Outlet != outlet {
			continue
		}
		m, err := s.member(ctx, &r.Publication)
		if err != nil {
			return nil, err
		}
		m.Title = r.Shows
		all = append(all, m)
		out.Pictures = append(out.Pictures, InSet{PublicationID: r.ID, ShotID: r.ShotID, Title: r.Shows, Findings: []finding.Finding{}})
		out.Measures = append(out.Measures, SetMeasure{L: m.L, A: m.A, B: m.B, Clock: m.Clock, HeroShare: m.HeroShare})
	}
	found := release.Together(all)
	for i := range out.Pictures {
		if f := found[out.Pictures[i].PublicationID]; f != nil {
			out.Pictures[i].Findings = f
		}
	}
	return out, nil
}

// member measures a picture that went out.
func (s *Room) member(ctx context.Context, p *store.Publication) (release.Member, error) {
	m := release.Member{Key: p.ID, Shape: float64(p.WidthPx) / float64(p.HeightPx)}
	data, err := s.Vault.Get(ctx, p.SHA256)
	if err != nil {
		return m, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return m, err
	}
	small := core.Scaled(img, meanPx)
	n := 0.0
	for y := small.Bounds().Min.Y; y < small.Bounds().Max.Y; y++ {
		for x := small.Bounds().Min.X; x < small.Bounds().Max.X; x++ {
			c, _ := colorful.MakeColor(small.At(x, y))
			l, a, b := c.Lab()
			m.L, m.A, m.B, n = m.L+100*l, m.A+100*a, m.B+100*b, n+1
		}
	}
	m.L, m.A, m.B = m.L/n, m.A/n, m.B/n
	f, err := s.Frames.Frame(ctx, p.FrameID)
	if err != nil {
		return m, err
	}
	pic, err := s.Finish.PictureOf(ctx, f)
	if err != nil || p.Picture != "" && pic.SHA256 != p.Picture {
		return m, err // it was cut from an earlier picture, of which the crop is not known
	}
	v, err := s.seenIn(ctx, f, pic)
	if err != nil || v == nil {
		return m, err
	}
	m.Clock = v.clock
	m.HeroShare = v.frame.HeroIn(v.part, compose.Box{X: float64(p.Crop.X) / float64(pic.WidthPx), Y: float64(p.Crop.Y) / float64(pic.HeightPx), W: float64(p.Crop.Width) / float64(pic.WidthPx), H: float64(p.Crop.Height) / float64(pic.HeightPx)})
	return m, nil
}
