package out

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"image"
	"strings"
	"time"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/release"
	"figladder/internal/formats/photo"
	"figladder/internal/formats/xmp"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	"figladder/internal/studio/finish"
	"github.com/google/uuid"
	"golang.org/x/image/draw"
	"gorm.io/gorm"
)

// CutOrder is a cut asked for: which part of the kept frame, for which outlet,
// with which words.
type CutOrder struct {
	Outlet  string        `json:"outlet" doc:"Which outlet"`
	Zoom    float64       `json:"zoom" minimum:"0.05" maximum:"1" doc:"1 is the largest crop that fits"`
	CentreX float64       `json:"centreX" minimum:"0" maximum:"1" doc:"Middle of the crop across the frame, 0 to 1"`
	CentreY float64       `json:"centreY" minimum:"0" maximum:"1" doc:"Middle of the crop down the frame, 0 to 1"`
	Words   release.Words `json:"words" doc:"Words for the file"`
	At      *time.Time    `json:"at" required:"false" doc:"When it is to go out; null or left out for at once"`
	Passed  bool          `json:"passed" required:"false" doc:"Whether a person has read words that stand as they were drafted"`

	proposed bool // whether the crop lies where it is proposed, if anything is, and not at the centre above
}

// CutCheck is what would come of a cut.
type CutCheck struct {
	Crop       release.Crop      `json:"crop" doc:"The part of the frame"`
	WidthPx    int               `json:"widthPx" doc:"Width it is written at"`
	HeightPx   int               `json:"heightPx" doc:"Height it is written at"`
	Format     release.Format    `json:"format" enum:"jpeg,png,webp" doc:"What kind of file it is written as"`
	Lost       float64           `json:"lost" doc:"Share of the frame left out"`
	Findings   []finding.Finding `json:"findings" doc:"What stands against it"`
	Picture    string            `json:"picture" doc:"Hash of the picture that it is cut from: the newest finished one, or the frame itself"`
	OfWidthPx  int               `json:"ofWidthPx" doc:"Width of that picture"`
	OfHeightPx int               `json:"ofHeightPx" doc:"Height of that picture"`
	Missing    string            `json:"missing" doc:"What the shot still lacks before it may go out, or empty"`
	Proposed   *compose.Placed   `json:"proposed" doc:"Where the crop should lie; null where what the picture shows is not known"`
	Drafted    bool              `json:"drafted" doc:"Whether words stand as they were drafted, and nobody said that they read them"`

	known *seen
}

// CheckCut works a cut out without making it.
func (s *Room) CheckCut(ctx context.Context, shotID string, c CutOrder) (*CutCheck, error) {
	check, _, _, err := s.cut(ctx, shotID, c)
	return check, err
}

func (s *Room) cut(ctx context.Context, shotID string, c CutOrder) (*CutCheck, *finish.List, release.Outlet, error) {
	o, err := s.ordered(ctx, c.Outlet)
	if err != nil {
		return nil, nil, o, err
	}
	list, err := s.Finish.ListOf(ctx, shotID)
	if err != nil {
		return nil, nil, o, err
	}
	if list.Frame == nil {
		return nil, nil, o, core.Rule("Keep a frame first; there is nothing to cut.")
	}
	f, err := s.Finish.PictureOf(ctx, list.Frame)
	if err != nil {
		return nil, nil, o, err
	}
	w, h, ok := brief.Shape(o.Shape)
	if !ok {
		w, h = f.WidthPx, f.HeightPx
	}
	out := &CutCheck{Picture: f.SHA256, Format: o.Format, OfWidthPx: f.WidthPx, OfHeightPx: f.HeightPx}
	if out.known, err = s.seenIn(ctx, list.Frame, f); err != nil {
		return nil, nil, o, err
	}
	if v := out.known; v != nil {
		placed := v.frame.Proposed(float64(w)/float64(h), v.part)
		out.Proposed = &placed
		if b := placed.Box; c.proposed {
			c.CentreX, c.CentreY = b.X+b.W/2, b.Y+b.H/2
		}
	}
	out.Crop = release.Fit(f.WidthPx, f.HeightPx, w, h, c.Zoom, c.CentreX, c.CentreY)
	out.WidthPx, out.HeightPx = o.Out(out.Crop)
	out.Lost = out.Crop.Lost(f.WidthPx, f.HeightPx)
	out.Findings = release.Check(o, f.WidthPx, f.HeightPx, out.Crop, c.Words)
	if v := out.known; v != nil {
		out.Findings = append(out.Findings, v.frame.Cutting(v.part, out.part())...)
	}
	shoot, err := s.Frames.Brief.Shoot(ctx, list.Shot.ShootID)
	if err != nil {
		return nil, nil, o, err
	}
	when := s.Now()
	if c.At != nil {
		if err := core.Fields("", release.Hour(*c.At, when)); err != nil {
			return nil, nil, o, err
		}
		when = *c.At
	}
	out.Findings = append(out.Findings, release.May(shoot.Brief, o, when)...)
	out.Findings = append(out.Findings, release.Finals(o, out.WidthPx, out.HeightPx, shoot.Brief.Deliverables)...)
	for _, step := range list.Steps {
		if !step.Done && out.Missing == "" {
			out.Missing = "Finish it first: “" + step.Words + "” is not ticked."
		}
	}
	if out.Missing == "" && list.Approval == nil {
		out.Missing = "It waits for a yes from " + list.AskWhom + "."
		if list.Earlier != nil {
			out.Missing = "It was made anew after the yes of " + list.Earlier.Who + ": it waits for one to the picture as it is now, from " + list.AskWhom + "."
		}
	}
	if !c.Passed && strings.TrimSpace(c.Words.Caption+c.Words.Alt) != "" {
		w, err := s.drafted(ctx, list, o, out)
		if err != nil {
			return nil, nil, o, err
		}
		if out.Drafted = !release.Undrafted(c.Words, *w); out.Drafted && out.Missing == "" {
			out.Missing = "The words stand as they were drafted: read them against the picture, and say that you have."
		}
	}
	return out, list, o, nil
}

// part is the crop as shares of the picture.
func (c *CutCheck) part() compose.Box {
	w, h := float64(c.OfWidthPx), float64(c.OfHeightPx)
	return compose.Box{X: float64(c.Crop.X) / w, Y: float64(c.Crop.Y) / h, W: float64(c.Crop.Width) / w, H: float64(c.Crop.Height) / h}
}

// Publish makes a cut of the kept frame, stores it and hands it to the queue for
// the outlet. What the outlet says it refuses is not sent; it reads the file itself and
// may refuse it all the same.
func (s *Room) Publish(ctx context.Context, who core.Who, shotID string, c CutOrder) (*store.Publication, error) {
	check, list, o, err := s.cut(ctx, shotID, c)
	if err != nil {
		return nil, err
	}
	if check.Missing != "" {
		return nil, core.Rule("%s", check.Missing)
	}
	if c.At != nil && o.Place == "" {
		return nil, core.Rule("%s is delivered to by hand: make the file now, and hand it over at the hour.", o.Name)
	}
	for _, f := range check.Findings {
		if f.Severity == finding.Stop {
			return nil, core.Rule("%s: %s, wanted %s. %s", f.Subject, f.Measure, f.Limit, f.Because)
		}
	}
	same := sameOrder(list.Frame.Key, c, check)
	if there, err := s.delivery(ctx, same); there != nil || err != nil {
		return there, err
	}
	file, err := s.Vault.Get(ctx, check.Picture)
	if err != nil {
		return nil, err
	}
	data, err := makeCut(ctx, file, check, o, c.Words, s.Now())
	if err != nil {
		return nil, err
	}
	sha, _, err := s.Vault.Put(ctx, data)
	if err != nil {
		return nil, err
	}
	row := &store.Publication{ID: uuid.Must(uuid.NewV7()).String(), ShootID: list.Shot.ShootID, ShotID: shotID, FrameID: list.Frame.Key, Outlet: c.Outlet, Crop: check.Crop,
		Words: c.Words, SHA256: sha, Bytes: len(data), WidthPx: check.WidthPx, HeightPx: check.HeightPx, Format: o.Format, SameAs: same, State: "waiting", Picture: check.Picture, GoesAt: c.At, CreatedAt: s.Now()}
	if o.Place == "" {
		row.State, row.Answer, row.DoneAt = "accepted", byHand, &row.CreatedAt
	}
	err = s.In(ctx, func(tx *gorm.DB) error {
		if err := tx.Create(row).Error; err != nil || o.Place == "" {
			return err
		}
		raw, ok := tx.Statement.ConnPool.(*sql.Tx)
		if !ok {
			return errors.New("the queue needs the transaction itself")
		}
		return s.Queue.Publish(ctx, raw, row.ID, c.At)
	})
	if _, twice := store.Duplicate(err); twice { // the other press was first
		return s.delivery(ctx, same)
	}
	if err != nil {
		return nil, err
	}
	return row, nil
}

// byHand is what stands in the place of an outlet's receipt.
const byHand = "made, to be handed over by hand"

// sameOrder names a cut of a frame for an outlet: pressed twice, it is one delivery.
func sameOrder(frameID string, c CutOrder, check *CutCheck) string {
	raw, _ := json.Marshal([]any{frameID, check.Picture, c.Outlet, check.Crop, check.WidthPx, check.HeightPx, check.Format, c.Words})
	return store.Hash(raw)
}

// delivery finds what was ordered already and stands or is on its way; nil when nothing is.
func (s *Room) delivery(ctx context.Context, same string) (*store.Publication, error) {
	found, err := store.All[store.Publication](s.Store.WithContext(ctx).Where("same_as = ? and state in ('waiting', 'accepted', 'asked down')", same).Limit(1))
	if err != nil || len(found) == 0 {
		return nil, err
	}
	return &found[0], nil
}

// makeCut crops and scales a frame's file and writes it as its outlet asks, with its profile and words.
func makeCut(ctx context.Context, file []byte, c *CutCheck, o release.Outlet, w release.Words, at time.Time) ([]byte, error) {
	img, err := photo.Decode(ctx, file)
	if err != nil {
		return nil, err
	}
	part := image.Rect(c.Crop.X, c.Crop.Y, c.Crop.X+c.Crop.Width, c.Crop.Y+c.Crop.Height)
	out := image.NewRGBA(image.Rect(0, 0, c.WidthPx, c.HeightPx))
	draw.CatmullRom.Scale(out, out.Bounds(), img, part, draw.Src, nil)
	return encode(out, o.Format, o.MostBytes, xmp.Words{Title: w.Title, Caption: w.Caption, Alt: w.Alt, Credit: w.Credit, At: at})
}

// Publications lists what was sent of a shot, or of a shoot when shotID is empty,
// newest first.
func (s *Room) Publications(ctx context.Context, shootID, shotID string) ([]store.Publication, error) {
	q := s.Store.WithContext(ctx).Order("id desc")
	if shotID != "" {
		return store.All[store.Publication](q.Where("shot_id = ?", shotID))
	}
	return store.All[store.Publication](q.Where("shoot_id = ?", shootID))
}

// CutFile returns the file of a publication.
func (s *Room) CutFile(ctx context.Context, id string) ([]byte, error) {
	row, err := store.Find[store.Publication](s.Store.WithContext(ctx), id)
	if err != nil {
		return nil, err
	}
	return s.Vault.Get(ctx, row.SHA256)
}
