package finish

import (
	"context"
	"encoding/json"
	"fmt"
	"math"
	"reflect"
	"strings"

	"figladder/internal/craft/finish/even"
	"figladder/internal/craft/finish/guard"
	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Series is how the kept frames of a shoot lie beside one another.
type Series struct {
	Frames    []SeriesFrame `json:"frames" doc:"The kept frames, in the order of the shots"`
	Reference string        `json:"reference" doc:"The frame that the others are held against; empty where there is none"`
	GroundDE  float64       `json:"groundDE" doc:"How far the grounds are from that one's, CIEDE2000, mean of all, as they are finished"`
	HeroStops float64       `json:"heroStops" doc:"How far the heroes' levels are from that one's, stops, mean of all, as they are finished"`
}

// SeriesFrame is one of a series.
type SeriesFrame struct {
	FrameID string  `json:"frameId" doc:"The frame"`
	ShotID  string  `json:"shotId" doc:"Its shot"`
	Title   string  `json:"title" doc:"What it shows"`
	Look    string  `json:"look" doc:"The look that it follows, by name; empty for none"`
	Differs int     `json:"differs" doc:"How many steps it has of its own"`
	Made    int     `json:"made" doc:"How many finished pictures there are of it"`
	Read    bool    `json:"read" doc:"Whether its ground could be read"`
	Other   bool    `json:"other" doc:"Whether it lies on another ground than the reference: then it is not held against it, nor evened"`
	WasDE   float64 `json:"wasDE" doc:"How far its ground was from the reference's, as it was taken, CIEDE2000"`
	IsDE    float64 `json:"isDE" doc:"And as it is finished"`
	WasHero float64 `json:"wasHero" doc:"How much lighter its hero was, as it was taken, stops"`
	IsHero  float64 `json:"isHero" doc:"And as it is finished"`
	Version int     `json:"version" doc:"The version of what is written of it; 0 for nothing yet"`
}

// measured is one frame of a series as it was read.
type measured struct {
	frame   *store.Frame
	row     *store.FinishRow
	base    []look.Step
	steps   []look.Step
	hero    look.Box
	ground  string // what it lies on, as it was set up; empty where nobody said
	was, is even.Read
	ok      bool
}

// strange is from how far apart, CIEDE2000, grounds that nobody described are taken for two: a cast or another exposure is
// seldom as much (start value of our own).
const strange = 14.0

// beside says whether two frames lie on one ground: a board of wood is not to be made to look as linen.
func (m measured) beside(o measured) bool {
	if m.ground != "" && o.ground != "" {
		return m.ground == o.ground
	}
	de, _ := even.Apart(m.was, o.was)
	return de < strange
}

// mostOfSeries is how many frames are held beside one another.
const mostOfSeries = 200

// SeriesOf reads the kept frames of a shoot against one of them, or against the one that is most like all others.
func (s *Room) SeriesOf(ctx context.Context, shootID, reference string) (*Series, error) {
	all, out, err := s.readSeries(ctx, shootID)
	if err != nil {
		return nil, err
	}
	at := pick(all, reference)
	if at < 0 {
		return out, nil
	}
	out.Reference = all[at].frame.Key
	n := 0.0
	for i, m := range all {
		f := &out.Frames[i]
		if f.Read = m.ok; !m.ok {
			continue
		}
		if f.Other = !m.beside(all[at]); f.Other {
			continue
		}
		f.WasDE, f.WasHero = even.Apart(m.was, all[at].was)
		f.IsDE, f.IsHero = even.Apart(m.is, all[at].is)
		if i != at {
			out.GroundDE, out.HeroStops, n = out.GroundDE+f.IsDE, out.HeroStops+math.Abs(f.IsHero), n+1
		}
	}
	out.GroundDE, out.HeroStops = out.GroundDE/math.Max(1, n), out.HeroStops/math.Max(1, n)
	return out, nil
}

// pick is where the reference is: the one asked for, or, of the ground that most lie on, the one that is nearest to the others.
// −1 for none.
func pick(all []measured, reference string) int {
	best, most, far := -1, 0, math.Inf(1)
	for i, a := range all {
		if !a.ok {
			continue
		}
		if a.frame.Key == reference {
			return i
		}
		sum, n := 0.0, 0
		for _, b := range all {
			if b.ok && b.beside(a) {
				de, _ := even.Apart(b.is, a.is)
				sum, n = sum+de, n+1
			}
		}
		if n > most || n == most && sum < far {
			best, most, far = i, n, sum
		}
	}
	return best
}

func (s *Room) readSeries(ctx context.Context, shootID string) ([]measured, *Series, error) {
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, nil, err
	}
	defer done()
	tx := s.Store.WithContext(ctx)
	var frames []store.Frame
	if err := tx.Joins("join shots on shots.id = frames.shot_id").Where("frames.shoot_id = ? and frames.kept", shootID).Order("shots.position, frames.id").Limit(mostOfSeries).Find(&frames).Error; err != nil {
		return nil, nil, err
	}
	shots, _, err := s.Frames.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, nil, err
	}
	titles := map[string]string{}
	for _, x := range shots {
		titles[x.Key] = x.Title
	}
	made := map[string]int{}
	var counts []struct {
		FrameID string
		N       int
	}
	if err := tx.Raw("select frame_id, count(*) as n from versions where shoot_id = ? group by frame_id", shootID).Scan(&counts).Error; err != nil {
		return nil, nil, err
	}
	for _, c := range counts {
		made[c.FrameID] = c.N
	}
	out := &Series{Frames: []SeriesFrame{}}
	var all []measured
	for i := range frames {
		m := measured{frame: &frames[i]}
		if m.row, err = s.rowOf(tx, m.frame); err != nil {
			return nil, nil, err
		}
		l, steps, err := s.merged(tx, m.row)
		if err != nil {
			return nil, nil, err
		}
		m.steps = steps
		f := SeriesFrame{FrameID: m.frame.Key, ShotID: m.frame.ShotID, Title: titles[m.frame.ShotID], Differs: len(m.row.Own), Made: made[m.frame.Key], Version: m.row.Version}
		if l != nil {
			m.base, f.Look = l.Steps, l.Name
		}
		if err := s.readOne(ctx, &m); err != nil {
			return nil, nil, err
		}
		all, out.Frames = append(all, m), append(out.Frames, f)
	}
	return all, out, nil
}

// readOne reads a frame as it was taken and as it is finished: with its crop, both lie alike.
func (s *Room) readOne(ctx context.Context, m *measured) (err error) {
	if m.hero, m.ground, err = s.liesIn(ctx, m.frame); err != nil {
		return err
	}
	was, err := s.readBy(ctx, m.frame, m.hero, nil)
	if err != nil {
		return err
	}
	is, err := s.readBy(ctx, m.frame, m.hero, m.steps)
	m.was, m.is, m.ok = was.Read, is.Read, was.ok
	return err
}

// seriesRead is what was read of a frame; ok is false where its ground could not be.
type seriesRead struct {
	even.Read
	ok bool
}

// readBy reads a frame as steps make it. What was read of it once is remembered: a step of one frame does not open all others
// of its series.
func (s *Room) readBy(ctx context.Context, f *store.Frame, hero look.Box, steps []look.Step) (r seriesRead, err error) {
	var uncut []look.Step
	for _, st := range steps {
		if st.Kind != look.Crop { // the hero's box lies in the frame
			uncut = append(uncut, st)
		}
	}
	done, err := json.Marshal(uncut)
	if err != nil {
		return r, err
	}
	key := fmt.Sprint(f.Picture(), hero, string(done))
	if r, there := s.read.Get(key); there {
		return r, nil
	}
	img, scale, err := s.atScreen(ctx, f, core.ShelfSmall)
	if err != nil {
		return r, err
	}
	if len(uncut) > 0 {
		if img, err = look.Render(ctx, img, uncut, scale); err != nil {
			return r, err
		}
	}
	r.Read, r.ok = even.Of(img, hero)
	s.read.Add(key, r)
	return r, nil
}

// Even gives every kept frame of a shoot what it needs to lie beside one of them: white, level and, when asked, contrast, as steps
// of its own. What it has of those from before is found anew. It returns how many frames changed.
func (s *Room) Even(ctx context.Context, who core.Who, shootID, reference string, contrast bool) (int, error) {
	all, _, err := s.readSeries(ctx, shootID)
	if err != nil {
		return 0, err
	}
	at := pick(all, reference)
	if at < 0 {
		return 0, core.Rule("There is no kept frame whose ground can be read.")
	}
	// All is worked out before anything is written: a deed that waits for pictures holds everybody else up.
	steps := make([][]look.Step, len(all))
	for i, m := range all {
		if !m.ok || i == at || !m.beside(all[at]) {
			continue
		}
		if steps[i], err = s.evened(ctx, m, all[at], contrast); err != nil {
			return 0, err
		}
	}
	for i := range all {
		if steps[i] != nil {
			row, err := s.begun(ctx, all[i].frame)
			if err != nil {
				return 0, err
			}
			if all[i].row.Version == 0 {
				all[i].row = row
			}
		}
	}
	changed := 0
	err = s.Deed(ctx, who, shootID, "Evened the series", func(j *store.Journal) error {
		for i, m := range all {
			if steps[i] == nil {
				continue
			}
			row, err := s.rowOf(j.TX, m.frame)
			if err != nil {
				return err
			}
			if row.Version != m.row.Version {
				continue // somebody is at it; their hand goes first
			}
			own := look.Own(m.base, steps[i])
			if reflect.DeepEqual(own, row.Own) {
				continue
			}
			row.Own = own
			if err := j.Update(row); err != nil {
				return err
			}
			changed++
		}
		return nil
	})
	return changed, err
}

// evened are a frame's steps with what makes its ground as another's.
func (s *Room) evened(ctx context.Context, m, to measured, contrast bool) ([]look.Step, error) {
	rest := []look.Step{}
	for _, st := range m.steps {
		if !strings.HasPrefix(st.Key, "even-") {
			rest = append(rest, st)
		}
	}
	is, err := s.readBy(ctx, m.frame, m.hero, rest)
	if err != nil {
		return nil, err
	}
	// Last, so that nothing of the look bends what it does.
	return append(rest, even.Match(is.Read, to.is, even.Wants{Level: true, White: true, Contrast: contrast, Shadows: otherLens(m.frame, to.frame)})...), nil
}

// otherLens says whether two frames were taken through two lenses, by what their files or their sets say.
func otherLens(a, b *store.Frame) bool {
	of := func(f *store.Frame) string {
		if f.Came.CardID != "" {
			return f.Came.Lens
		}
		return f.Set.Camera.Lens
	}
	return of(a) != "" && of(b) != "" && of(a) != of(b)
}

// heroLight is the mean light of a hero in a mood, linear, 1 is white (start values of our own).
func heroLight(mood string) float64 {
	if v, known := map[string]float64{"bright": 0.36, "dark": 0.09}[mood]; known {
		return v
	}
	return 0.26
}

// offers are steps that would mend what can be found in a frame.
func (s *Room) offers(ctx context.Context, f *store.Frame, steps []look.Step) ([]Offer, error) {
	out := []Offer{}
	hero, _, err := s.liesIn(ctx, f)
	if err != nil {
		return nil, err
	}
	img, _, err := s.atScreen(ctx, f, core.ShelfSmall)
	if err != nil {
		return nil, err
	}
	has := func(key string) bool {
		for _, st := range steps {
			if st.Key == key {
				return true
			}
		}
		return false
	}
	st, share, err := guard.Greens(ctx, img, hero)
	if err != nil {
		return nil, err
	}
	if share > 0 && !has("greens") {
		out = append(out, Offer{Words: "Turn yellowed greens back toward leaf", Because: fmt.Sprintf("%.1f %% of the hero is a green that has gone yellow. Leave it where that is mustard or lemon.", 100*share), Step: st})
	}
	if r, ok := even.Of(img, hero); ok && r.Hero > 0 && !has("level") {
		const least = 0.35 // stops, from which on it is said
		shoot, err := s.Frames.Brief.Shoot(ctx, f.ShootID)
		if err != nil {
			return nil, err
		}
		wanted := heroLight(shoot.Brief.Mood.Key)
		if stops := math.Log2(wanted / r.Hero); math.Abs(stops) > least {
			stops = math.Round(20*math.Max(-1, math.Min(1, stops/2))) / 20
			word := "Lift the whole picture"
			if stops < 0 {
				word = "Hold the whole picture back"
			}
			out = append(out, Offer{Words: fmt.Sprintf("%s by %.2f stops", word, math.Abs(stops)), Because: fmt.Sprintf("The hero's mean light is %.2f; in the mood of this shoot it lies about %.2f.", r.Hero, wanted), Step: look.Step{Key: "level", Kind: look.Level, Stops: stops}})
		}
	}
	return out, nil
}
