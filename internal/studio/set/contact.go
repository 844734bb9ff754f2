package set

import (
	"bytes"
	"context"
	"fmt"
	"image/png"
	"log/slog"
	"slices"
	"strings"

	"figladder/internal/craft/draft"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/words"
	"figladder/internal/formats/sheet"
	"figladder/internal/store"
	briefroom "figladder/internal/studio/brief"
	"figladder/internal/studio/core"
	"figladder/internal/studio/list"
	"gorm.io/gorm"
)

// Contact is a whole shoot as small pictures, by set-up, in the order of work.
type Contact struct {
	SetUps []ContactSetUp `json:"setUps" doc:"What is built, with its frames"`
	Open   []ContactFrame `json:"open" doc:"Frames that have no set yet"`
	Frames int            `json:"frames" doc:"Frames with a set"`
	Made   int            `json:"made" doc:"Pictures that show their set as it stands"`
}

// ContactSetUp is a set-up on the sheet.
type ContactSetUp struct {
	ID      string         `json:"id" doc:"Key"`
	Words   string         `json:"words" doc:"What it is called"`
	Light   string         `json:"light" doc:"Its light, in short"`
	Differs []string       `json:"differs" doc:"In what it differs from the first set-up of its dish: light, ground, backdrop"`
	Frames  []ContactFrame `json:"frames" doc:"Its frames"`
}

// ContactFrame is a frame on the sheet.
type ContactFrame struct {
	ShotID  string          `json:"shotId" doc:"The shot"`
	Nth     int             `json:"nth" doc:"Its place in the order of work, from 1"`
	Title   string          `json:"title" doc:"What it shows"`
	Kind    string          `json:"kind" doc:"What it is for"`
	State   words.DishState `json:"state" doc:"How far the dish is"`
	Sketch  scene.Sketch    `json:"sketch" doc:"Its outline"`
	Picture string          `json:"picture" doc:"Key of its small picture; empty until there is one"`
	Old     bool            `json:"old" doc:"Whether that shows the set as it was before"`
	Differs []string        `json:"differs" doc:"In what it differs from its set-up: vessel, food, cards"`
}

// smallPx is a small picture's long side, and smallPaths its paths a pixel on the mean.
const smallPx, smallPaths = 264, 5

// ContactSheet is a shoot on one sheet.
func (s *Room) ContactSheet(ctx context.Context, shootID string) (*Contact, error) {
	shots, dishes, err := s.List.WholeList(ctx, shootID)
	if err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	rows, err := core.PlannedIn(tx, shootID)
	if err != nil {
		return nil, err
	}
	byShot := map[string]store.SetRow{}
	for _, r := range rows {
		byShot[r.ShotID] = r
	}
	pictures, err := smallOnes(tx, shootID)
	if err != nil {
		return nil, err
	}
	ups, err := s.SetUps(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := &Contact{SetUps: make([]ContactSetUp, len(ups)), Open: []ContactFrame{}}
	at := map[string]int{}
	for i, u := range ups {
		at[u.ID] = i
		out.SetUps[i] = ContactSetUp{ID: u.ID, Words: u.Words, Differs: []string{}, Frames: []ContactFrame{}}
	}
	first := map[string]scene.SetUp{} // of a dish
	for n, x := range shots {
		f := ContactFrame{ShotID: x.Key, Nth: n + 1, Title: x.Title, Kind: x.Kind, Differs: []string{}}
		r, built := byShot[x.Key]
		if !built {
			set := scene.StartFor(x.Angle, string(dishes[x.DishID].Form))
			f.Sketch = set.Sketch()
			out.Open = append(out.Open, f)
			continue
		}
		set := r.Set()
		f.Sketch, f.State, f.Differs = set.Sketch(), set.State, ownWords(r.Own)
		if p, made := pictures[x.Key]; made {
			f.Picture, f.Old = p.Key, p.SetHash != HashOf(set)
		}
		out.Frames++
		if f.Picture != "" && !f.Old {
			out.Made++
		}
		u := &out.SetUps[at[r.SetUpID]]
		if len(u.Frames) == 0 {
			u.Light = lightWords(set)
			if d := r.Up.Draft; d != nil && d.Key == draft.Ingredients {
				// it is a series of its own
			} else if of, known := first[x.DishID]; known {
				u.Differs = r.Up.SetUp.Unlike(of)
			} else {
				first[x.DishID] = r.Up.SetUp
			}
		}
		u.Frames = append(u.Frames, f)
	}
	return out, nil
}

// smallOnes are the newest small pictures of a shoot, by shot.
func smallOnes(tx *gorm.DB, shootID string) (map[string]store.Preview, error) {
	var all []store.Preview
	err := tx.Joins("join shots on shots.id = previews.shot_id").Where("shots.shoot_id = ? and previews.small", shootID).Order("previews.id").Find(&all).Error
	out := map[string]store.Preview{}
	for _, p := range all {
		out[p.ShotID] = p
	}
	return out, err
}

func ownWords(o scene.Own) []string {
	out := []string{}
	if o.Vessel != nil {
		out = append(out, "vessel")
	}
	if o.Food != nil {
		out = append(out, "food")
	}
	if o.CardsOut != nil {
		out = append(out, "cards")
	}
	return out
}

// lightWords names the lights that are on, and the hour when it is the sky's.
func lightWords(s scene.Set) string {
	var names []string
	for _, l := range s.Lights {
		if l.On {
			names = append(names, l.Name)
		}
	}
	if s.Daylight.On {
		names = append(names, s.Daylight.Clock)
	}
	return strings.Join(names, ", ")
}

// Contacting is the pictures of a contact sheet in the making.
type Contacting struct {
	core.Work
	ShootID string `json:"shootId" doc:"The shoot"`
	Made    int    `json:"made" doc:"Pictures made"`
	Wanted  int    `json:"wanted" doc:"Pictures to make"`
}

// StartContact makes the small pictures that a shoot's contact sheet lacks, those of the shots
// that are named first before the others. Each is kept as it is done: what a restart or a
// cancel leaves undone is made the next time.
func (s *Room) StartContact(ctx context.Context, shootID string, ahead []string) (*Contacting, error) {
	lacking, err := s.lacking(ctx, shootID)
	if err != nil {
		return nil, err
	}
	slices.SortStableFunc(lacking, func(a, b store.SetRow) int { return rankIn(ahead, a.ShotID) - rankIn(ahead, b.ShotID) })
	first := Contacting{ShootID: shootID, Wanted: len(lacking)}
	return s.contacts.Begin(ctx, s.Now(), core.Order[Contacting]{First: first, Of: shootID, Most: 2, Busy: "%d contact sheets of yours are being made already. Wait for one, or cancel it.", Do: func(ctx context.Context, tell func(func(*Contacting))) string {
		for i, r := range lacking {
			if ended := s.smallPicture(ctx, r); ended != "" {
				return ended
			}
			tell(func(c *Contacting) { c.Made, c.Share = i+1, float64(i+1)/float64(len(lacking)) })
		}
		return ""
	}})
}

// DrawLacking makes the small pictures that a shoot lacks and waits for them: what pictures that came are compared with. On
// a server that has enough to do it makes those that it can; the others are compared by what else is known.
func (s *Room) DrawLacking(ctx context.Context, shootID string) error {
	lacking, err := s.lacking(ctx, shootID)
	if err != nil {
		return err
	}
	for _, r := range lacking {
		if ended := s.smallPicture(ctx, r); ended != "" {
			break
		}
	}
	return ctx.Err()
}

func rankIn(ahead []string, id string) int {
	if i := slices.Index(ahead, id); i >= 0 {
		return i
	}
	return len(ahead)
}

// lacking are the sets of a shoot whose small picture is not there or not of how they stand.
func (s *Room) lacking(ctx context.Context, shootID string) ([]store.SetRow, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	tx := s.Store.WithContext(ctx)
	rows, err := core.PlannedIn(tx, shootID)
	if err != nil {
		return nil, err
	}
	pictures, err := smallOnes(tx, shootID)
	if err != nil {
		return nil, err
	}
	return slices.DeleteFunc(rows, func(r store.SetRow) bool {
		p, made := pictures[r.ShotID]
		return made && p.SetHash == HashOf(r.Set())
	}), nil
}

// smallPicture makes one and keeps it; it returns why it ended early. Pictures take turns, so
// that whoever wants one of a single set has it between two of these.
func (s *Room) smallPicture(ctx context.Context, r store.SetRow) string {
	done, err := s.LongTurn(ctx)
	if err != nil {
		return "Cancelled."
	}
	defer done()
	set := r.Set()
	report, _, _, err := scene.ReadWith(ctx, set, scene.Wants{}, light.Search)
	if err != nil {
		return "Cancelled."
	}
	if report.Exposure.Seconds == 0 {
		return "" // nothing to see in the dark: its outline stays
	}
	img, err := preview.RenderUntil(ctx, set, report.Exposure, report.FocusMm, preview.Options{LongPx: smallPx, Samples: smallPaths, Seed: 1})
	if err != nil {
		return "Cancelled."
	}
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		return "A picture could not be written."
	}
	kept := context.WithoutCancel(ctx)
	sha, _, err := s.Vault.Put(kept, b.Bytes())
	if err == nil {
		row := &store.Preview{Base: store.NewBase(), PreviewDoc: store.PreviewDoc{ShotID: r.ShotID, SetHash: HashOf(set), SHA256: sha, WidthPx: img.Bounds().Dx(), HeightPx: img.Bounds().Dy(), Samples: smallPaths, Small: true}}
		tx := s.Store.WithContext(kept)
		if err = tx.Create(row).Error; err == nil {
			err = tx.Where("shot_id = ? and small and id <> ?", r.ShotID, row.Key).Delete(&store.Preview{}).Error
		}
		if store.Orphan(err) {
			return "" // its shot was taken away meanwhile
		}
	}
	if err != nil {
		slog.Error("a small picture could not be kept", "shot", r.ShotID, "error", err)
		return "The pictures could not be kept. Look whether the disk is full, then make them again."
	}
	return ""
}

// ContactOf says how far the pictures of a contact sheet are.
func (s *Room) ContactOf(id string) (*Contacting, error) { return s.contacts.Find(id) }

// CancelContact stops them; what is made stays.
func (s *Room) CancelContact(id string) error { return s.contacts.Stop(id) }

// PrintContact writes the contact sheet as PDF: a part for each set-up, its pictures or, where
// there is none, its outlines.
func (s *Room) PrintContact(ctx context.Context, shootID string) ([]byte, error) {
	shoot, err := s.Brief.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	c, err := s.ContactSheet(ctx, shootID)
	if err != nil {
		return nil, err
	}
	out := sheet.Sheet{Title: shoot.Name, Under: briefroom.Under(fmt.Sprintf("Contact sheet, %s of %s", core.Plural(c.Frames, "frame"), core.Plural(len(c.SetUps), "set-up")), shoot.Brief), Wide: true, At: s.Now()}
	add := func(heading string, frames []ContactFrame) error {
		p := sheet.Part{Heading: heading}
		for _, f := range frames {
			pic := sheet.Picture{Caption: fmt.Sprintf("%d. %s", f.Nth, f.Title), Drawing: list.DrawingOf(f.Sketch)}
			if f.Picture != "" {
				row, err := s.Preview(ctx, f.Picture)
				if err != nil {
					return err
				}
				if pic.PNG, err = s.Vault.Get(ctx, row.SHA256); err != nil {
					return err
				}
			}
			p.Pictures = append(p.Pictures, pic)
		}
		out.Parts = append(out.Parts, p)
		return nil
	}
	for _, u := range c.SetUps {
		heading := u.Words
		if u.Light != "" {
			heading += ": " + u.Light
		}
		if err := add(heading, u.Frames); err != nil {
			return nil, err
		}
	}
	if len(c.Open) > 0 {
		if err := add("No set yet", c.Open); err != nil {
			return nil, err
		}
	}
	return out.PDF(ctx)
}
