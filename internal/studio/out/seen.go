package out

import (
	"context"
	"math"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/finish/look"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
	"figladder/internal/studio/finish"
	"figladder/internal/studio/set"
)

// seen is what is known of a picture by the set that it was taken of.
type seen struct {
	set   scene.Set
	frame *compose.Frame
	part  compose.Box // of the frame that the picture shows
	clock float64     // where its light comes from, o'clock
}

// partsKept is how many frames are remembered as they were read: while a crop is moved the same one is asked for again and again.
const partsKept = 24

// shapeOff is how far the sides of a picture may be off those of the part of its frame that it should show, as a share.
const shapeOff = 0.02

// seenIn is what is known of a picture that goes out of a frame; nil where its set is not known, or where what was done to it
// elsewhere may have moved things. A crop that turns a frame by a few degrees is taken as if it did not.
func (s *Room) seenIn(ctx context.Context, f *store.Frame, p finish.Picture) (*seen, error) {
	_, plan, err := s.Frames.HeroIn(ctx, f)
	if err != nil {
		return nil, err
	}
	if f.Came.CardID == "" {
		plan = &f.Set
	}
	if plan == nil || plan.Check() != nil {
		return nil, nil
	}
	part := compose.Box{W: 1, H: 1}
	for _, x := range p.Steps {
		if x.Kind == look.Crop && !x.Off && x.Box != nil {
			b := x.Box.Within(float64(f.WidthPx), float64(f.HeightPx), x.TurnDeg)
			part = compose.Box{X: b.X, Y: b.Y, W: b.W, H: b.H}
		}
	}
	across, high := plan.Camera.FrameSensor()
	if math.Abs(across*part.W/(high*part.H)/(float64(p.WidthPx)/float64(p.HeightPx))-1) > shapeOff {
		return nil, nil
	}
	key := set.HashOf(*plan)
	known, there := s.parts.Get(key)
	if !there {
		r, objects, engine, err := scene.ReadWith(ctx, *plan, scene.Wants{}, light.Search)
		if err != nil {
			return nil, err
		}
		known = seen{set: *plan, frame: compose.Of(*plan, objects, engine), clock: clockOf(r)}
		s.parts.Add(key, known)
	}
	known.part = part
	return &known, nil
}

// clockOf is where the light of a set comes from, o'clock; 0 where none does.
func clockOf(r scene.Report) float64 {
	for _, x := range r.Readings {
		if x.Key == "direction" && !x.Unbounded {
			if x.Value < 0.5 {
				return 12
			}
			return x.Value
		}
	}
	return 0
}
