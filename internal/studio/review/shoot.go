package review

import (
	"context"
	"math"
	"time"

	"figladder/internal/craft/reading"
	"figladder/internal/craft/review"
	"figladder/internal/store"
	"figladder/internal/studio/list"
)

// Shoot is a shoot, looked back on.
type Shoot struct {
	Frames  []Old             `json:"frames" doc:"Its kept frames, in the order of its shots"`
	Read    int               `json:"read" doc:"How many of them were read to the end"`
	Against []reading.Reading `json:"against" doc:"What came of what was planned"`
	Words   []string          `json:"words" doc:"What to make of it"`
	Faults  []review.Habit    `json:"faults" doc:"The faults that were noted on this shoot, the commonest first"`
}

// Old is a frame that can be read again.
type Old struct {
	FrameID string    `json:"frameId" doc:"The frame"`
	ShotID  string    `json:"shotId" doc:"Its shot"`
	Title   string    `json:"title" doc:"What it shows"`
	TakenAt time.Time `json:"takenAt" doc:"When"`
	Good    int       `json:"good" doc:"How much was noted that works"`
	Bad     int       `json:"bad" doc:"And that does not, or is for next time"`
	Done    bool      `json:"done" doc:"Whether it was read to the end"`
}

// ShootOf looks back on a shoot.
func (s *Room) ShootOf(ctx context.Context, shootID string) (*Shoot, error) {
	out := &Shoot{Frames: []Old{}, Faults: []review.Habit{}}
	tx := s.Store.WithContext(ctx)
	var rows []struct {
		FrameID, ShotID, Title string
		TakenAt                time.Time
		Good, Bad              int
		Done                   bool
	}
	if err := tx.Raw(`select f.id as frame_id, s.id as shot_id, s.title, f.taken_at, coalesce(r.done, false) as done,
		(select count(*) from jsonb_array_elements(coalesce(r.pins, '[]')) p where p ->> 'says' = 'good') as good,
		(select count(*) from jsonb_array_elements(coalesce(r.pins, '[]')) p where p ->> 'says' <> 'good') as bad
		from frames f join shots s on s.id = f.shot_id left join reviews r on r.frame_id = f.id
		where f.shoot_id = ? and f.kept order by s.position, f.id`, shootID).Scan(&rows).Error; err != nil {
		return nil, err
	}
	for _, r := range rows {
		if r.Done {
			out.Read++
		}
		out.Frames = append(out.Frames, Old(r))
	}
	came, err := s.came(ctx, shootID, len(rows))
	if err != nil {
		return nil, err
	}
	out.Against, out.Words = review.Against(came)
	noted, err := s.notedOn(ctx, shootID)
	if err != nil {
		return nil, err
	}
	if all := review.Count(noted); all != nil {
		out.Faults = all
	}
	return out, nil
}

// came gathers what was planned of a shoot, and what came of it.
func (s *Room) came(ctx context.Context, shootID string, kept int) (c review.Came, err error) {
	day := s.Finish.Frames.Day
	c.Kept = kept
	wrap, err := day.WrapOf(ctx, shootID)
	if err != nil {
		return c, err
	}
	c.FramesPlanned = wrap.Frames[0]
	for _, t := range wrap.Times {
		c.DayPlannedMin, c.DayMin = c.DayPlannedMin+t.PlannedMin, c.DayMin+t.WentMin
	}
	said, currency, err := day.CostsSaid(ctx, shootID)
	if err != nil {
		return c, err
	}
	hours, err := store.All[store.FrameHours](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID))
	if err != nil {
		return c, err
	}
	for _, h := range hours {
		c.EditMin += h.Log.CountedS / 60
	}
	rounds, err := list.RoundsOf(s.Store.WithContext(ctx), []string{shootID})
	if err != nil {
		return c, err
	}
	c.EditPlannedMin, c.RoundsPlanned, c.Rounds, c.Currency = float64(said.EditMin*kept), said.Rounds, len(rounds), currency
	if len(rounds) == 0 {
		c.RoundsPlanned = 0 // nobody was shown any
	}
	if c.EditMin > 0 && kept > 0 {
		estimated, came, err := day.CameTo(ctx, shootID, int(math.Round(c.EditMin/float64(kept))), max(said.Rounds, len(rounds)))
		if err != nil {
			return c, err
		}
		c.CostMinor, c.CameMinor = estimated.TotalMinor, came.TotalMinor
	}
	return c, nil
}
