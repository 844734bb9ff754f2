package train

import (
	"context"
	"errors"
	"time"

	"figladder/internal/craft/reading"
	"figladder/internal/craft/train"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"github.com/google/uuid"
	"gorm.io/gorm/clause"
)

// Training is what somebody is to drill now, and how far they are.
type Training struct {
	Session   []string         `json:"session" doc:"Keys of the drills of a session, in their order"`
	Standings []train.Standing `json:"standings" doc:"How far each skill is learned"`
	Weeks     []Week           `json:"weeks" doc:"The last twelve weeks, oldest first"`
	Boxes     int              `json:"boxes" doc:"How many boxes there are"`
	Own       []string         `json:"own" doc:"Faults noted on your own frames that can be drilled, the commonest first, in words"`
}

// Week is what somebody answered in a week.
type Week struct {
	From  time.Time `json:"from" doc:"When it began"`
	Tries int       `json:"tries" doc:"How many answers"`
	Right int       `json:"right" doc:"How many of them were right"`
}

// weeks is how many are looked back on.
const weeks = 12

// Of is what somebody is to drill now.
func (s *Room) Of(ctx context.Context, who core.Who) (*Training, error) {
	rows, err := store.All[store.DrillAnswer](s.Store.WithContext(ctx).Where("person_id = ?", who.ID).Order("answered_at, id"))
	if err != nil {
		return nil, err
	}
	now := s.Now()
	out := &Training{Weeks: make([]Week, weeks), Boxes: train.Boxes, Own: []string{}}
	for i := range out.Weeks {
		out.Weeks[i].From = now.AddDate(0, 0, -7*(weeks-i))
	}
	answers := make([]train.Answered, len(rows))
	for i, r := range rows {
		answers[i] = train.Answered{Drill: r.Drill, Right: r.IsRight, On: r.AnsweredAt}
		if ago := int(now.Sub(r.AnsweredAt) / (7 * 24 * time.Hour)); ago >= 0 && ago < weeks {
			w := &out.Weeks[weeks-1-ago]
			w.Tries++
			if r.IsRight {
				w.Right++
			}
		}
	}
	habits, err := s.Review.Habits(ctx)
	if err != nil {
		return nil, err
	}
	var own []string
	for _, h := range habits {
		own = append(own, h.Term.Key)
		if train.Drilled(h.Term.Key) {
			out.Own = append(out.Own, h.Term.Words)
		}
	}
	out.Standings, out.Session = train.Standings(answers), train.Session(answers, own, now)
	return out, nil
}

// Drill is the drill of a key.
func (s *Room) Drill(ctx context.Context, key string) (*train.Drill, error) {
	if d, there := s.made.Get(key); there {
		return &d, nil
	}
	if _, _, err := train.SkillOf(key); err != nil {
		return nil, store.ErrNotFound
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	d, err := train.Make(ctx, key)
	if errors.Is(err, train.ErrNoDrill) {
		return nil, store.ErrNotFound
	}
	if err != nil {
		return nil, err
	}
	s.made.Add(key, d)
	return &d, nil
}

// Picture draws what a drill shows, as a PNG of longPx.
func (s *Room) Picture(ctx context.Context, key string, longPx int) ([]byte, error) {
	d, err := s.Drill(ctx, key)
	if err != nil {
		return nil, err
	}
	return s.Set.PictureOf(ctx, d.Set, longPx)
}

// Graded is what comes of an answer.
type Graded struct {
	Right   bool            `json:"right" doc:"Whether the answer was right"`
	Choice  int             `json:"choice" doc:"The answer that counts: the first that was given"`
	Correct int             `json:"correct" doc:"Which answer is right"`
	Off     string          `json:"off" doc:"How near it was, or empty"`
	Why     string          `json:"why" doc:"What to look at"`
	Truth   reading.Reading `json:"truth" doc:"The engine's figure"`
	Again   time.Time       `json:"again" doc:"When this skill comes again"`
	Box     int             `json:"box" doc:"Which box it lies in now"`
}

// Answer grades an answer to a drill. The first that somebody gives counts; another is told what came of that.
func (s *Room) Answer(ctx context.Context, who core.Who, key string, choice int) (*Graded, error) {
	d, err := s.Drill(ctx, key)
	if err != nil {
		return nil, err
	}
	if choice < 0 || choice >= len(d.Options) {
		return nil, core.Rule("There are %d answers to choose from.", len(d.Options))
	}
	right, _ := d.Graded(choice)
	tx := s.Store.WithContext(ctx)
	row := &store.DrillAnswer{ID: uuid.Must(uuid.NewV7()).String(), PersonID: who.ID, Drill: key, Choice: choice, IsRight: right, AnsweredAt: s.Now()}
	if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error; err != nil {
		return nil, err
	}
	var first store.DrillAnswer
	if err := tx.Where("person_id = ? and drill = ?", who.ID, key).First(&first).Error; err != nil {
		return nil, err
	}
	out := &Graded{Choice: first.Choice, Correct: d.Right, Why: d.Why, Truth: d.Truth}
	out.Right, out.Off = d.Graded(first.Choice)
	t, err := s.Of(ctx, who)
	if err != nil {
		return nil, err
	}
	for _, x := range t.Standings {
		if x.Skill == d.Skill {
			out.Again, out.Box = x.Due, x.Box
		}
	}
	return out, nil
}
