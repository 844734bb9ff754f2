package frames

import (
	"context"
	"math"
	"time"

	"figladder/internal/craft/finding"
	craft "figladder/internal/craft/frames"
	"figladder/internal/craft/light"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// NumbersOf reads a frame's picture as numbers: what is clipped, where it is sharp, its cast, the hero against the rest;
// how it was taken against its plan, where it came with a card; how the light drifted over the pictures of its shot.
func (s *Room) NumbersOf(ctx context.Context, id string) (*craft.Numbers, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	data, err := s.Vault.Get(ctx, row.Picture())
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	hero, plan, err := s.HeroIn(ctx, row)
	if err != nil {
		return nil, err
	}
	n, err := craft.Read(ctx, img, hero)
	if err != nil {
		return nil, err
	}
	if plan != nil {
		was, is, err := s.asTaken(ctx, *plan, row)
		if err != nil {
			return nil, err
		}
		r, f := craft.Got(was, is)
		n.Readings, n.Findings = append(n.Readings, r...), append(n.Findings, f...)
	}
	if row.ShotID != "" && !row.Free {
		series, err := s.seriesOf(ctx, row)
		if err != nil {
			return nil, err
		}
		r, f := craft.Drift(series)
		n.Readings, n.Findings = append(n.Readings, r...), append(n.Findings, f...)
	}
	n.Findings = finding.Weighed(n.Findings)
	return &n, nil
}

// HeroIn is where a frame's hero is taken to be: by the set as it stood, or, for a picture that came with a card, by the plan
// of its shot, which is returned then.
func (s *Room) HeroIn(ctx context.Context, row *store.Frame) (craft.Box, *scene.Set, error) {
	if row.Came.CardID == "" {
		return craft.HeroOf(row.Set), nil, nil
	}
	plan, err := s.plannedFor(ctx, row.ShotID)
	if err != nil || plan == nil {
		return craft.Box{}, nil, err
	}
	return craft.HeroOf(*plan), plan, nil
}

// plannedFor is the set that is planned for a shot; nil where there is none.
func (s *Room) plannedFor(ctx context.Context, shotID string) (*scene.Set, error) {
	if shotID == "" {
		return nil, nil
	}
	planned, err := s.Set.SetOf(ctx, shotID)
	if err != nil || planned.Version == 0 {
		return nil, err
	}
	return &planned.Set, nil
}

// Against says how a frame was taken against its plan: exposure, focal length, depth of field and key to fill. Nothing where
// there is no plan.
func (s *Room) Against(ctx context.Context, row *store.Frame) ([]reading.Reading, error) {
	plan, err := s.plannedFor(ctx, row.ShotID)
	if err != nil || plan == nil {
		return []reading.Reading{}, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	var was, is craft.Shot
	if row.Came.CardID != "" {
		was, is, err = s.asTaken(ctx, *plan, row)
	} else if was, err = asPlanned(ctx, *plan); err == nil {
		if is, err = asPlanned(ctx, row.Set); row.Settings.Seconds > 0 {
			is.Settings = row.Settings
		}
	}
	if err != nil {
		return nil, err
	}
	out, _ := craft.Got(was, is)
	if out == nil {
		out = []reading.Reading{}
	}
	return out, nil
}

// asPlanned is what comes of a set.
func asPlanned(ctx context.Context, x scene.Set) (craft.Shot, error) {
	r, _, _, err := scene.ReadWith(ctx, x, scene.Wants{}, light.Search)
	if err != nil {
		return craft.Shot{}, err
	}
	out := craft.Shot{Settings: r.Exposure, FocalMm: x.Camera.FocalMm}
	for _, v := range r.Readings {
		switch {
		case v.Unbounded:
		case v.Key == "depthOfField":
			out.DepthMm = v.Value
		case v.Key == "keyFill":
			ratio := v.Value
			out.RatioStops = &ratio
		}
	}
	return out, nil
}

// asTaken is how a frame was planned, and how it was taken by what its file says: the depth is that of the plan's distance.
func (s *Room) asTaken(ctx context.Context, plan scene.Set, row *store.Frame) (was, is craft.Shot, err error) {
	if was, err = asPlanned(ctx, plan); err != nil {
		return was, is, err
	}
	is = craft.Shot{Settings: row.Settings, FocalMm: row.Came.FocalMm}
	if is.Settings.Aperture > 0 && is.FocalMm > 0 {
		plan.Camera.Aperture, plan.Camera.FocalMm = is.Settings.Aperture, is.FocalMm
		taken, err := asPlanned(ctx, plan)
		if err != nil {
			return was, is, err
		}
		is.DepthMm = taken.DepthMm
	}
	return was, is, nil
}

// Ratio is what two facets that were marked in a frame say of its light.
type Ratio struct {
	Reading  reading.Reading   `json:"reading" doc:"Key to fill, with how it came about"`
	Findings []finding.Finding `json:"findings" doc:"What is worth a look"`
}

// RatioOf reads key to fill on two facets of a frame, against the set that was planned for it.
func (s *Room) RatioOf(ctx context.Context, id string, key, fill craft.Spot) (*Ratio, error) {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	data, err := s.Shown(ctx, row.Picture(), core.ShelfLarge)
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	planned := math.NaN()
	plan, err := s.plannedFor(ctx, row.ShotID)
	if err != nil {
		return nil, err
	}
	if plan != nil {
		r, _, _, err := scene.ReadWith(ctx, *plan, scene.Wants{}, light.Coarse)
		if err != nil {
			return nil, err
		}
		for _, v := range r.Readings {
			if v.Key == "keyFill" && !v.Unbounded {
				planned = v.Value
			}
		}
	}
	r, f := craft.KeyToFill(img, key, fill, planned)
	return &Ratio{r, finding.Weighed(f)}, nil
}

// mostOfSeries is how many pictures of a shot its drift is read from, and within how long of one another they are a series.
const (
	mostOfSeries = 2000
	aDay         = 12 * time.Hour
)

// seriesOf are the pictures of a frame's shot that were taken the same day, by time, as they look from far.
func (s *Room) seriesOf(ctx context.Context, row *store.Frame) ([]craft.Moment, error) {
	var rows []struct {
		AtS    float64
		Fields []byte
		Aspect float64
	}
	err := s.Store.WithContext(ctx).Raw(`select extract(epoch from f.taken_at)::float as at_s, l.fields, l.aspect from frames f join looks l on l.file = coalesce(nullif(f.came ->> 'shows', ''), f.sha256)
		where f.shot_id = ? and not f.free and f.mark <> 'passed over' and f.taken_at between ? and ? order by f.taken_at, f.id limit ?`, row.ShotID, row.TakenAt.Add(-aDay), row.TakenAt.Add(aDay), mostOfSeries).Scan(&rows).Error
	out := make([]craft.Moment, len(rows))
	for i, r := range rows {
		out[i] = craft.Moment{AtMin: (r.AtS - rows[0].AtS) / 60, Look: craft.Look{Fields: r.Fields, Aspect: r.Aspect}}
	}
	return out, err
}
