package frames

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/card"
	"figladder/internal/craft/finding"
	craft "figladder/internal/craft/frames"
	"figladder/internal/craft/shots"
	"figladder/internal/formats/photo"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/kitchen"
	"figladder/internal/studio/list"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// mostForClock is of how many pictures a camera's clock is found: more tell no better.
const mostForClock = 400

// plan is what a shoot's pictures are matched to.
type plan struct {
	midnight time.Time // of the shoot's day
	wanted   []card.Wanted
	looks    [][]craft.Look // of each: as it was drafted, and as it was taken, where it was
}

// planOf gathers a shoot's frames, when each was taken by the day's log or plan, and what each looks like as drafted.
func (s *Room) planOf(ctx context.Context, shootID string) (*plan, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	zone, err := time.LoadLocation(shoot.Brief.Zone)
	if err != nil {
		zone = time.UTC
	}
	out := &plan{}
	if out.midnight, err = time.ParseInLocation("2006-01-02", shoot.Brief.When, zone); err != nil {
		out.midnight = time.Time{} // no day: time says nothing
	}
	list, _, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	sets, err := core.PlannedIn(s.Store.WithContext(ctx), shootID)
	if err != nil {
		return nil, err
	}
	focal := map[string]float64{}
	for _, x := range sets {
		focal[x.ShotID] = x.Set().Camera.FocalMm
	}
	times, err := s.Day.FrameTimes(ctx, shootID)
	var rule *core.RuleError
	if err != nil && !errors.As(err, &rule) { // a list too long for one day has no times
		return nil, err
	}
	looks, err := s.drafted(ctx, shootID)
	if err != nil {
		return nil, err
	}
	was, err := s.settled(ctx, shootID)
	if err != nil {
		return nil, err
	}
	for _, x := range list {
		w := card.Wanted{Shot: x.Key, FromMin: 0, ToMin: 24 * 60, FocalMm: focal[x.Key]}
		for _, t := range times {
			if t.ShotID == x.Key {
				w.FromMin, w.ToMin, w.Logged = float64(t.FromMin), float64(t.ToMin), t.Logged
			}
		}
		out.wanted = append(out.wanted, w)
		out.looks = append(out.looks, append(looks[x.Key], was[x.Key]...))
	}
	return out, nil
}

// drafted are what a shoot's frames look like in the newest picture that was rendered of each.
func (s *Room) drafted(ctx context.Context, shootID string) (map[string][]craft.Look, error) {
	tx := s.Store.WithContext(ctx)
	rows, err := store.All[store.Preview](tx.Joins("join shots on shots.id = previews.shot_id").Where("shots.shoot_id = ?", shootID).Order("previews.id"))
	if err != nil {
		return nil, err
	}
	newest := map[string]string{}
	var all []string
	for _, r := range rows {
		newest[r.ShotID] = r.SHA256
		all = append(all, r.SHA256)
	}
	known, err := s.looksOf(ctx, all)
	if err != nil {
		return nil, err
	}
	out := map[string][]craft.Look{}
	for shot, sha := range newest {
		if l, ok := known[sha]; ok {
			out[shot] = []craft.Look{{Fields: l.Fields, Aspect: l.Aspect}}
			continue
		}
		data, err := s.Vault.Get(ctx, sha)
		if errors.Is(err, store.ErrNotFound) {
			continue
		} else if err != nil {
			return nil, err
		}
		img, err := photo.Decode(ctx, data)
		if err != nil {
			return nil, err
		}
		look := craft.LookOf(img)
		out[shot] = []craft.Look{look}
		row := &store.LookRow{File: sha, Fields: look.Fields, Aspect: look.Aspect}
		if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row).Error; err != nil {
			return nil, err
		}
	}
	return out, nil
}

// settled are what pictures of a shoot's frames look like of which a person has said so: kept, laid by hand, or taken for
// that frame over the cable. A dozen of each tell enough.
func (s *Room) settled(ctx context.Context, shootID string) (map[string][]craft.Look, error) {
	var rows []struct {
		ShotID string
		Fields []byte
		Aspect float64
	}
	err := s.Store.WithContext(ctx).Raw(`select shot_id, fields, aspect from (select f.shot_id, l.fields, l.aspect, row_number() over (partition by f.shot_id order by f.kept desc, f.id desc) as nth
		from frames f join looks l on l.file = coalesce(nullif(f.came ->> 'shows', ''), f.sha256)
		where f.shoot_id = ? and f.shot_id is not null and not f.free and (f.kept or f.laid = 'by hand' or coalesce(f.came ->> 'cardId', '') = '')) as known where nth <= 12`, shootID).Scan(&rows).Error
	out := map[string][]craft.Look{}
	for _, r := range rows {
		out[r.ShotID] = append(out[r.ShotID], craft.Look{Fields: r.Fields, Aspect: r.Aspect})
	}
	return out, err
}

// alike is how alike a picture is to the one of several that it is most like; NaN where there is none.
func alike(l craft.Look, to []craft.Look) float64 {
	best := math.NaN()
	for _, t := range to {
		if a := craft.Alike(l, t); !math.IsNaN(a) && !(a <= best) {
			best = a
		}
	}
	return best
}

// looksOf are what files look like that were looked at.
func (s *Room) looksOf(ctx context.Context, files []string) (map[string]store.LookRow, error) {
	out := map[string]store.LookRow{}
	for part := range slices.Chunk(files, 5000) {
		rows, err := store.All[store.LookRow](s.Store.WithContext(ctx).Where("file in ?", part))
		if err != nil {
			return nil, err
		}
		for _, r := range rows {
			out[r.File] = r
		}
	}
	return out, nil
}

// matchCard says which shots a card's pictures are of, and lays those that are likely to theirs. What a person laid, kept
// or marked stays as it is.
func (s *Room) matchCard(ctx context.Context, id string) error {
	c, err := s.card(ctx, id)
	if err != nil {
		return err
	}
	if err := s.Set.DrawLacking(ctx, c.ShootID); err != nil {
		return err
	}
	p, err := s.planOf(ctx, c.ShootID)
	if err != nil {
		return err
	}
	all, err := store.All[store.Frame](s.Store.WithContext(ctx).Select("id", "sha256", "shot_id", "came", "laid", "kept", "mark", "settings").Where("shoot_id = ? and came ->> 'cardId' = ?", c.ShootID, id))
	if err != nil || len(all) == 0 {
		return err
	}
	slices.SortFunc(all, func(a, b store.Frame) int {
		return cmp.Or(a.Came.ClockAt.Compare(b.Came.ClockAt), cmp.Compare(a.Came.Path, b.Came.Path))
	})
	files := make([]string, len(all))
	for i := range all {
		files[i] = all[i].Picture()
	}
	looks, err := s.looksOf(ctx, files)
	if err != nil {
		return err
	}
	taken := make([]card.Taken, len(all))
	likes := make([][]float64, len(all))
	for i, f := range all {
		taken[i] = card.Taken{AtMin: p.minute(f.Came.ClockAt), FocalMm: f.Came.FocalMm}
		l := looks[files[i]]
		likes[i] = make([]float64, len(p.wanted))
		for j := range p.wanted {
			likes[i][j] = alike(craft.Look{Fields: l.Fields, Aspect: l.Aspect}, p.looks[j])
		}
	}
	clock := c.Clock
	if !c.ByHand {
		clock = clockOf(taken, p.wanted, likes)
		if err := s.keepClock(ctx, &store.CardRow{ID: id, Clock: clock}); err != nil {
			return err
		}
	}
	off := 0.0
	if clock.Sure || c.ByHand {
		off = clock.OffMin
	}
	matches := card.MatchAll(taken, p.wanted, func(i, j int) float64 { return likes[i][j] }, off)
	return s.In(ctx, func(tx *gorm.DB) error {
		for i := range all {
			f := &all[i]
			if f.Laid == card.ByHand {
				continue
			}
			f.Match, f.TakenAt = matches[i], f.Came.ClockAt.Add(time.Duration(off*float64(time.Minute)))
			if !f.Kept && f.Mark == "" {
				f.Laid, f.ShotID = "", ""
				if f.Match.Sure == card.Sure || f.Match.Sure == card.Likely {
					f.Laid, f.ShotID = card.Matched, f.Match.Shot
				}
			}
			if err := tx.Model(f).Select("Match", "TakenAt", "Laid", "ShotID").Updates(f).Error; err != nil {
				return err
			}
		}
		return nil
	})
}

// minute is a time as minutes from midnight of the shoot's day; far from all of it where the shoot has none.
func (p *plan) minute(at time.Time) float64 {
	if p.midnight.IsZero() {
		return -1e6
	}
	return at.Sub(p.midnight).Minutes()
}

// clockOf finds a camera's clock by pictures spread over all of them.
func clockOf(taken []card.Taken, wanted []card.Wanted, likes [][]float64) card.Clock {
	n := min(mostForClock, len(taken))
	some, which := make([]card.Taken, n), make([]int, n)
	for k := range n {
		which[k] = k * len(taken) / n
		some[k] = taken[which[k]]
	}
	return card.ClockOf(some, wanted, func(i, j int) float64 { return likes[which[i]][j] })
}

// SetClock says by how much a card's camera was off, or, without one, has it found again; its pictures are matched anew.
func (s *Room) SetClock(ctx context.Context, id string, offMin *float64) (*CardNow, error) {
	row, err := s.card(ctx, id)
	if err != nil {
		return nil, err
	}
	s.copies.mu.Lock()
	busy := s.copies.at[id] != nil
	s.copies.mu.Unlock()
	if busy {
		return nil, core.Rule("It is still being looked at. Say so once it is done.")
	}
	row.ByHand = offMin != nil
	if offMin != nil {
		if math.IsNaN(*offMin) || math.Abs(*offMin) > 14*1440 {
			return nil, core.Rule("A clock is off by two weeks at the most.")
		}
		row.Clock = card.Clock{OffMin: *offMin, Sure: true, Words: card.OffBy(*offMin)}
	}
	if err := s.keepClock(ctx, row); err != nil {
		return nil, err
	}
	if err := s.matchCard(ctx, id); err != nil {
		return nil, err
	}
	return s.CardOf(ctx, id)
}

func (s *Room) keepClock(ctx context.Context, row *store.CardRow) error {
	return s.Store.WithContext(ctx).Model(row).Select("Clock", "ByHand").Updates(row).Error
}

// Lay lays pictures to a shot, or to none; one that was kept for another shot is kept no more.
func (s *Room) Lay(ctx context.Context, who core.Who, shootID string, ids []string, shotID string) error {
	words := "Laid " + pictures(len(ids)) + " to none"
	if shotID != "" {
		shot, err := s.List.Shot(ctx, shotID)
		if err != nil {
			return err
		}
		if shot.ShootID != shootID {
			return store.ErrNotFound
		}
		words = "Laid " + pictures(len(ids)) + " to “" + shot.Title + "”"
	}
	return s.Deed(ctx, who, shootID, words, each(shootID, ids, func(j *store.Journal, f *store.Frame) (bool, error) {
		if f.ShotID == shotID && f.Laid == card.ByHand {
			return false, nil
		}
		if f.ShotID != shotID {
			if err := core.NeverPublished(j.TX, "frame_id = ?", f.Key); err != nil {
				return false, err
			}
			if err := core.RemoveAll[store.Approval](j, "frame_id = ?", f.Key); err != nil {
				return false, err
			}
			f.Kept = false
		}
		f.ShotID, f.Laid = shotID, card.ByHand
		return true, nil
	}))
}

// LayToNew lays pictures that nobody planned to a shot of a title, which is made when the shoot has none of it, with a dish of
// that name: a folder from last year becomes a shoot. Asked twice, it is the same shot. The shot's key is returned.
func (s *Room) LayToNew(ctx context.Context, who core.Who, shootID, title string, ids []string) (string, error) {
	title = strings.TrimSpace(title)
	if title == "" || len([]rune(title)) > 300 {
		return "", core.Fields("", []finding.FieldProblem{{Path: "title", Words: "Say in up to 300 letters what the pictures show."}})
	}
	all, dishes, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return "", err
	}
	at := slices.IndexFunc(all, func(x store.Shot) bool { return strings.EqualFold(x.Title, title) })
	if at >= 0 {
		return all[at].Key, s.Lay(ctx, who, shootID, ids, all[at].Key)
	}
	dishID := ""
	for _, d := range dishes {
		if strings.EqualFold(d.Recipe.Title, title) {
			dishID = d.Key
		}
	}
	if dishID == "" {
		d, err := s.Kitchen.AddTyped(ctx, who, shootID, kitchen.Typed{Title: title})
		if err != nil {
			return "", err
		}
		dishID = d.Key
	}
	shot, err := s.List.AddShot(ctx, who, dishID, string(shots.Hero), list.ShotEdit{Title: title})
	if err != nil {
		return "", err
	}
	return shot.Key, s.Lay(ctx, who, shootID, ids, shot.Key)
}

// KeepOnTable keeps a picture of a shoot as the one of its shot, or lets it go, whatever was done to it since it was laid
// out.
func (s *Room) KeepOnTable(ctx context.Context, who core.Who, shootID, id string, kept bool) error {
	row, err := s.Frame(ctx, id)
	if err != nil {
		return err
	}
	if row.ShootID != shootID {
		return store.ErrNotFound
	}
	if row.Kept == kept {
		return nil
	}
	_, err = s.Keep(ctx, who, id, row.Version, kept)
	return err
}

// MarkAll says how far pictures have come in choosing.
func (s *Room) MarkAll(ctx context.Context, who core.Who, shootID string, ids []string, mark card.Mark) error {
	words := "Took the mark off " + pictures(len(ids))
	if mark != "" {
		words = "Marked " + pictures(len(ids)) + ": " + string(mark)
	}
	return s.Deed(ctx, who, shootID, words, each(shootID, ids, func(_ *store.Journal, f *store.Frame) (bool, error) {
		if f.Mark == mark {
			return false, nil
		}
		if mark == card.PassedOver && f.Kept {
			return false, core.Rule("The one that is kept is not passed over. Let it go first.")
		}
		f.Mark = mark
		return true, nil
	}))
}

func pictures(n int) string {
	if n == 1 {
		return "a picture"
	}
	return fmt.Sprintf("%d pictures", n)
}

// mostAtOnce is how many pictures one deed changes.
const mostAtOnce = 500

// each changes some of a shoot's pictures.
func each(shootID string, ids []string, change func(*store.Journal, *store.Frame) (bool, error)) func(*store.Journal) error {
	return func(j *store.Journal) error {
		if len(ids) == 0 || len(ids) > mostAtOnce {
			return core.Rule("Take up to %d pictures at once.", mostAtOnce)
		}
		rows, err := store.All[store.Frame](j.TX.Where("shoot_id = ? and id in ?", shootID, ids).Order("id"))
		if err != nil {
			return err
		}
		if len(rows) < len(ids) {
			return store.ErrNotFound
		}
		for i := range rows {
			changed, err := change(j, &rows[i])
			if err != nil {
				return err
			}
			if changed {
				if err := j.Update(&rows[i]); err != nil {
					return err
				}
			}
		}
		return nil
	}
}
