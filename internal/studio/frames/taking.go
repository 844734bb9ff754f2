package frames

import (
	"context"
	"errors"
	"time"

	"figladder/internal/craft/continuity"
	"figladder/internal/craft/exposure"
	"figladder/internal/craft/light"
	"figladder/internal/craft/preview"
	"figladder/internal/craft/scene"
	"figladder/internal/formats/photo"
	"figladder/internal/standin"
	"figladder/internal/store"
	"figladder/internal/studio/core"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Take lets the camera take a shot's set as it stands, and brings what it took: each file is stored twice before its
// frame counts. What was taken while the cable came out stays on the card and comes later. It returns the first frame.
func (s *Room) Take(ctx context.Context, who core.Who, shotID string, free bool) (*store.Frame, error) {
	shot, err := s.List.Shot(ctx, shotID)
	if err != nil {
		return nil, err
	}
	planned, err := s.Set.SetOf(ctx, shotID)
	if err != nil {
		return nil, err
	}
	if planned.Version == 0 {
		return nil, core.Rule("Build the set first: the camera has nothing to look at.")
	}
	shoot, err := s.Brief.Shoot(ctx, shot.ShootID)
	if err != nil {
		return nil, err
	}
	w, err := s.Set.Wants(ctx, shotID)
	if err != nil {
		return nil, err
	}
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	r, _, _, err := scene.ReadWith(ctx, planned.Set, w, light.Coarse)
	if err != nil {
		return nil, err
	}
	if r.Exposure.Seconds == 0 {
		return nil, core.Rule("No light reaches the dish, so there is no exposure to take. Turn the light to the dish.")
	}
	at := s.Now()
	if zone, err := time.LoadLocation(shoot.Brief.Zone); err == nil {
		at = at.In(zone)
	}
	take := &store.Take{Ref: store.NewBase().Key, CreatedAt: at.UTC(), ShootID: shot.ShootID, ShotID: shotID, Settings: r.Exposure, FocusMm: r.FocusMm, Set: planned.Set, Free: free}
	if take.PlatedS, err = s.Day.SincePlated(ctx, shoot, shot.DishID, shotID); err != nil {
		return nil, err
	}
	if err := s.In(ctx, func(tx *gorm.DB) error { return tx.Create(take).Error }); err != nil {
		return nil, err
	}
	order := standin.Order{Ref: take.Ref, Settings: r.Exposure, FocusMm: r.FocusMm, FocalMm: planned.Set.Camera.FocalMm, Title: shot.Title, At: at, Before: planned.Set}
	if err := s.Camera.Press(ctx, order); err != nil {
		return nil, camera(err)
	}
	came, err := s.Fetch(ctx)
	if errors.Is(err, standin.ErrUnplugged) {
		return nil, core.Rule("The cable came out as it was taken. Nothing is lost: the frame is on the camera's card. Plug it in, and it comes by itself.")
	} else if err != nil {
		return nil, err
	}
	for i := range came {
		if came[i].take == take.Ref {
			return &came[i].Frame, nil
		}
	}
	// Somebody else who asked the card just then brought it.
	row := &store.Frame{}
	return row, s.Store.WithContext(ctx).Where("shot_id = ? and taken_at >= ?", shotID, take.CreatedAt).Order("id").First(row).Error
}

// camera says in words what keeps a camera from taking.
func camera(err error) error {
	switch {
	case errors.Is(err, standin.ErrUnplugged):
		return core.Rule("The camera is not on its cable. Plug it in; what is on its card comes by itself.")
	case errors.Is(err, standin.ErrBattery):
		return core.Rule("The camera's battery is empty. Put in a full one.")
	case errors.Is(err, standin.ErrCardFull):
		return core.Rule("The camera's card is full. Put in an empty one; leave the full one as it is, it is a copy.")
	case errors.Is(err, standin.ErrMode):
		return core.Rule("This camera has no such way to take.")
	}
	return err
}

// brought is a frame that came, with what it was taken for.
type brought struct {
	store.Frame
	take string
}

// Fetch brings what lies on the camera's card and has not come yet, in the order it was taken.
func (s *Room) Fetch(ctx context.Context) ([]brought, error) {
	s.fetching.Lock()
	defer s.fetching.Unlock()
	files, err := s.waiting(ctx)
	if err != nil {
		return nil, err
	}
	var out []brought
	for _, f := range files {
		row, err := s.bring(ctx, f)
		if err != nil {
			return out, err
		}
		if row != nil {
			out = append(out, brought{*row, f.Ref})
		}
	}
	return out, nil
}

// waiting are the files on the card that were ordered from here and have not come.
func (s *Room) waiting(ctx context.Context) ([]standin.File, error) {
	files, err := s.Camera.List(ctx)
	if err != nil || len(files) == 0 {
		return nil, err
	}
	var refs []string
	for _, f := range files {
		refs = append(refs, f.Ref)
	}
	tx := s.Store.WithContext(ctx)
	var came []store.CameraFile
	if err := tx.Where("ref in ?", refs).Find(&came).Error; err != nil {
		return nil, err
	}
	var known []string
	if err := tx.Model(&store.Take{}).Where("ref in ?", refs).Pluck("ref", &known).Error; err != nil {
		return nil, err
	}
	ours, here := map[string]bool{}, map[standin.File]bool{}
	for _, r := range known {
		ours[r] = true
	}
	for _, c := range came {
		here[standin.File{Name: c.Name, Ref: c.Ref}] = true
	}
	var out []standin.File
	for _, f := range files {
		if ours[f.Ref] && !here[f] {
			out = append(out, f)
		}
	}
	return out, nil
}

// bring stores one file twice and makes its frame; nil when it has come meanwhile.
func (s *Room) bring(ctx context.Context, f standin.File) (*store.Frame, error) {
	take := &store.Take{}
	if err := s.Store.WithContext(ctx).First(take, "ref = ?", f.Ref).Error; err != nil {
		return nil, err
	}
	data, err := s.Camera.Fetch(ctx, f.Name)
	if err != nil {
		return nil, err
	}
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	sha, copies, err := s.Vault.Put(ctx, data)
	if err != nil {
		return nil, err
	}
	row := &store.Frame{Base: store.NewBase(), FrameDoc: store.FrameDoc{ShootID: take.ShootID, ShotID: take.ShotID, SHA256: sha, Bytes: len(data), WidthPx: img.Bounds().Dx(), HeightPx: img.Bounds().Dy(),
		TakenAt: take.CreatedAt, Settings: take.Settings, Set: take.Set, Copies: copies, CameraFile: f.Name, Free: take.Free, PlatedS: take.PlatedS, Changes: []continuity.Change{}}}
	if err := s.remember(ctx, sha, img); err != nil {
		return nil, err
	}
	if !take.Free {
		if row.Changes, err = s.changes(ctx, data, take); err != nil {
			return nil, err
		}
	}
	// A frame taken is a fact, not a deed to undo.
	err = s.In(ctx, func(tx *gorm.DB) error {
		r := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&store.CameraFile{Name: f.Name, Ref: f.Ref, CreatedAt: row.CreatedAt})
		if r.Error != nil || r.RowsAffected == 0 {
			row = nil
			return r.Error
		}
		return tx.Create(row).Error
	})
	return row, err
}

// comparePx is how large the plan is drawn to be compared with, and comparePaths of how many
// paths a pixel: four pixels of it, so 32 paths, are one of what is compared (continuity.Of).
const (
	comparePx    = 288
	comparePaths = 8
)

// changes is how a frame differs from the one of its shot before it, or from the plan when it is the first.
func (s *Room) changes(ctx context.Context, data []byte, take *store.Take) ([]continuity.Change, error) {
	img, err := photo.Decode(ctx, data)
	if err != nil {
		return nil, err
	}
	now := continuity.Of(img)
	last := &store.Frame{}
	err = s.Store.WithContext(ctx).Where("shot_id = ? and not free and taken_at < ?", take.ShotID, take.CreatedAt).Order("taken_at desc, id desc").First(last).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		plan, err := preview.RenderUntil(ctx, take.Set, take.Settings, take.FocusMm, preview.Options{LongPx: comparePx, Samples: comparePaths, Seed: 1})
		if err != nil {
			return nil, err
		}
		return continuity.Compare(continuity.Of(plan), now, setting(take.Settings), setting(take.Settings), continuity.Plan), nil
	case err != nil:
		return nil, err
	}
	before, err := s.Vault.Get(ctx, last.Picture())
	if err != nil {
		return nil, err
	}
	if img, err = photo.Decode(ctx, before); err != nil {
		return nil, err
	}
	return continuity.Compare(continuity.Of(img), now, setting(last.Settings), setting(take.Settings), continuity.Last), nil
}

// setting is what frames are compared with by the settings they were taken with.
func setting(x exposure.Settings) continuity.Setting { return continuity.Setting{Stops: x.Stops()} }

// CameraNow is the camera on the cable, and what waits on its card.
type CameraNow struct {
	standin.CameraState
	Waiting int      `json:"waiting" doc:"How many frames on its card have not come; 0 while it is off its cable"`
	Acts    []string `json:"acts" doc:"What hands can do to a simulated camera; empty for a real one"`
}

// CameraOf tells how the camera is.
func (s *Room) CameraOf(ctx context.Context) (*CameraNow, error) {
	state, err := s.Camera.State(ctx)
	if err != nil {
		return nil, err
	}
	out := &CameraNow{CameraState: state, Acts: []string{}}
	if _, ok := s.Camera.(standin.Handled); ok {
		out.Acts = standin.Acts
	}
	if state.Plugged {
		files, err := s.waiting(ctx)
		if err != nil && !errors.Is(err, standin.ErrUnplugged) {
			return nil, err
		}
		out.Waiting = len(files)
	}
	return out, nil
}

// FetchNow brings what waits on the camera's card.
func (s *Room) FetchNow(ctx context.Context) (*CameraNow, error) {
	done, err := s.Turn(ctx)
	if err != nil {
		return nil, err
	}
	defer done()
	if _, err := s.Fetch(ctx); err != nil {
		return nil, camera(err)
	}
	return s.CameraOf(ctx)
}

// SetMode says how the camera takes.
func (s *Room) SetMode(ctx context.Context, mode string) (*CameraNow, error) {
	if err := s.Camera.SetMode(ctx, mode); err != nil {
		return nil, camera(err)
	}
	return s.CameraOf(ctx)
}

// Handle does something to a simulated camera by hand.
func (s *Room) Handle(ctx context.Context, act string) (*CameraNow, error) {
	h, ok := s.Camera.(standin.Handled)
	if !ok {
		return nil, core.Rule("This camera is handled by hand.")
	}
	if err := h.Handle(ctx, act); err != nil {
		return nil, core.Rule("Nobody can do that to the camera.")
	}
	return s.CameraOf(ctx)
}
