package review

import (
	"context"
	"time"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
	"figladder/internal/studio/set"

	"gorm.io/gorm"
)

// aYear is how long a fault is remembered: who has not had it for a year has learned it.
const aYear = 366 * 24 * time.Hour

// ReadSet reads a set as its room does, and says first what of it this studio noted often before. While something is dragged that
// is left out.
func (s *Room) ReadSet(ctx context.Context, shotID string, planned scene.Set, quick bool) (*set.SetReading, error) {
	out, err := s.Finish.Frames.Set.ReadSet(ctx, shotID, planned, quick)
	if err != nil || quick || planned.Advice == "off" {
		return out, err
	}
	out.Findings, err = s.again(ctx, out.Findings)
	return out, err
}

// again asks only for what was found: most sets have few faults, and most studios few habits.
func (s *Room) again(ctx context.Context, found []finding.Finding) ([]finding.Finding, error) {
	var keys []string
	for _, t := range review.FaultsOf(found) {
		keys = append(keys, t.Key)
	}
	if len(keys) == 0 {
		return found, nil
	}
	noted, err := s.noted(ctx, s.Now().Add(-aYear), keys)
	if err != nil {
		return nil, err
	}
	return review.Again(review.Count(noted), found), nil
}

// Habits are the faults that were noted within a year, on all shoots, the commonest first.
func (s *Room) Habits(ctx context.Context) ([]review.Habit, error) {
	noted, err := s.noted(ctx, s.Now().Add(-aYear), nil)
	return review.Count(noted), err
}

// noted are the faults that were noted on frames taken since a day, of some kinds, or of all when keys is nil.
func (s *Room) noted(ctx context.Context, since time.Time, keys []string) ([]review.Noted, error) {
	q := s.pins(ctx).Where("f.taken_at > ?", since)
	if keys != nil {
		has := s.Store.WithContext(ctx)
		for _, key := range keys { // which rows have one, by their index
			has = has.Or("r.pins @> ?::jsonb", `[{"what": "`+key+`"}]`)
		}
		q = q.Where(has).Where("p ->> 'what' in ?", keys)
	}
	return notedIn(q)
}

// notedOn are the faults that were noted on a shoot's kept frames.
func (s *Room) notedOn(ctx context.Context, shootID string) ([]review.Noted, error) {
	return notedIn(s.pins(ctx).Where("r.shoot_id = ? and f.kept and s.id is not null", shootID))
}

// pins are all pins that note a fault.
func (s *Room) pins(ctx context.Context) *gorm.DB {
	return s.Store.WithContext(ctx).Table("reviews r").
		Select("p ->> 'what' as what, r.frame_id, coalesce(s.title, '') as title, f.taken_at, p ->> 'words' as words").
		Joins("join frames f on f.id = r.frame_id").Joins("left join shots s on s.id = f.shot_id").Joins("cross join jsonb_array_elements(r.pins) p").
		Where("p ->> 'says' <> 'good' and p ->> 'what' <> ''").Order("f.taken_at, r.frame_id")
}

func notedIn(q *gorm.DB) ([]review.Noted, error) {
	var rows []struct {
		What    string
		FrameID string
		Title   string
		TakenAt time.Time
		Words   string
	}
	err := q.Scan(&rows).Error
	out := make([]review.Noted, len(rows))
	for i, r := range rows {
		out[i] = review.Noted{What: r.What, FrameID: r.FrameID, Title: r.Title, On: r.TakenAt, Words: r.Words}
	}
	return out, err
}
