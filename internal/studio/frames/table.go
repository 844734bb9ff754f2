package frames

import (
	"context"
	"encoding/base64"
	"encoding/json"
	"strings"
	"time"

	"figladder/internal/craft/card"
	craft "figladder/internal/craft/frames"
	"figladder/internal/studio/core"
)

// Which pictures of a shoot are laid out.
type Which string

// All of them, those that are laid to none, those that nobody has passed over, those on the short list or further, or the
// chosen: the one of each shot, and what is offered beside it.
const (
	Every    Which = "every"
	Unlaid   Which = "unlaid"
	Standing Which = "standing"
	Listed   Which = "listed"
	Chosen   Which = "chosen"
)

// Words implements words.Vocabulary.
func (Which) Words() []string {
	return []string{string(Every), string(Unlaid), string(Standing), string(Listed), string(Chosen)}
}

// on is what of the table's pictures it takes.
var on = map[Which]string{"": "true", Every: "true", Unlaid: "f.shot_id is null", Standing: "f.mark <> 'passed over'", Listed: "(f.kept or f.mark in ('short list', 'beside'))", Chosen: "(f.kept or f.mark = 'beside')"}

// LaidOut is a picture in a few words: thousands lie on the table at once.
type LaidOut struct {
	ID      string        `json:"id" doc:"Its key"`
	ShotID  string        `json:"shotId" doc:"Its shot; empty for none"`
	Name    string        `json:"name" doc:"Its file's name"`
	TakenAt time.Time     `json:"takenAt" doc:"When, by the right clock"`
	Aspect  float64       `json:"aspect" doc:"Width by height"`
	Mark    card.Mark     `json:"mark" doc:"How far it has come in choosing"`
	Kept    bool          `json:"kept" doc:"Whether it is the one of its shot"`
	Laid    card.Laid     `json:"laid" doc:"Who laid it there"`
	Sure    card.Sureness `json:"sure" doc:"How sure the match is"`
	Why     string        `json:"why" doc:"What speaks for the match"`
	Perhaps string        `json:"perhaps" doc:"The shot that it is likeliest of, where it is laid to none; empty for none"`
	Crisp   float64       `json:"crisp" doc:"How crisp it is, to be compared within a burst; 0 where it is not known"`
	Joins   bool          `json:"joins" doc:"Whether it is of one burst with the one before it"`
	Raw     bool          `json:"raw" doc:"Whether a raw file is kept with it"`
}

// LightTable is a part of what is laid out.
type LightTable struct {
	Rows []LaidOut `json:"rows" doc:"By the time they were taken"`
	Next string    `json:"next" doc:"What to ask for next; empty at the end"`
}

// A burst: pictures that follow one another within so many seconds and are as alike as this (start values of our own).
const (
	burstS     = 3.0
	burstAlike = 0.8
)

// cursor is where a table goes on.
type cursor struct {
	At time.Time `json:"at"`
	ID string    `json:"id"`
}

// TableOf lays out a shoot's pictures, or one shot's, from where a part ended on.
func (s *Room) TableOf(ctx context.Context, shootID, shotID string, which Which, after string, limit int) (*LightTable, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	take, ok := on[which]
	if !ok {
		return nil, core.Rule("There is no such choice of pictures.")
	}
	where, args := []string{"f.shoot_id = ?", take}, []any{shootID}
	if shotID != "" {
		where, args = append(where, "f.shot_id = ?"), append(args, shotID)
	}
	var from cursor
	if after != "" {
		raw, err := base64.RawURLEncoding.DecodeString(after)
		if err != nil || json.Unmarshal(raw, &from) != nil {
			return nil, core.Rule("The table has changed. Lay it out again.")
		}
		where, args = append(where, "(f.taken_at, f.id) >= (?, ?)"), append(args, from.At, from.ID) // with the one before, to tell a burst by
	}
	var rows []struct {
		LaidOut
		Fields []byte
		Shape  float64
	}
	query := `select f.id, coalesce(f.shot_id, '') as shot_id, coalesce(nullif(f.came ->> 'path', ''), f.camera_file) as name, f.taken_at, f.width_px::float / greatest(1, f.height_px) as aspect, f.mark, f.kept, f.laid,
		coalesce(f.match ->> 'sure', '') as sure, coalesce(f.match ->> 'words', '') as why, case when f.shot_id is null and f.laid = '' then coalesce(f.match ->> 'shot', '') else '' end as perhaps, coalesce(l.crisp, 0) as crisp, coalesce(f.came ->> 'raw', '') <> '' as raw, l.fields, coalesce(l.aspect, 0) as shape
		from frames f left join looks l on l.file = coalesce(nullif(f.came ->> 'shows', ''), f.sha256) where ` + strings.Join(where, " and ") + " order by f.taken_at, f.id limit ?"
	if err := s.Store.WithContext(ctx).Raw(query, append(args, limit+2)...).Scan(&rows).Error; err != nil {
		return nil, err
	}
	out := &LightTable{Rows: []LaidOut{}}
	for i := range rows {
		r := &rows[i]
		if i > 0 {
			before := rows[i-1]
			r.Joins = r.TakenAt.Sub(before.TakenAt).Seconds() <= burstS && r.ShotID == before.ShotID && craft.Alike(craft.Look{Fields: r.Fields, Aspect: r.Shape}, craft.Look{Fields: before.Fields, Aspect: before.Shape}) >= burstAlike
		}
		if i == 0 && after != "" && r.ID == from.ID {
			continue
		}
		if len(out.Rows) == limit {
			last := out.Rows[limit-1]
			raw, err := json.Marshal(cursor{last.TakenAt, last.ID})
			if err != nil {
				return nil, err
			}
			out.Next = base64.RawURLEncoding.EncodeToString(raw)
			break
		}
		out.Rows = append(out.Rows, r.LaidOut)
	}
	return out, nil
}

// TableSums are how many pictures of a shoot there are, and how far choosing is.
type TableSums struct {
	All        int `json:"all" doc:"Pictures"`
	Unlaid     int `json:"unlaid" doc:"Laid to no shot"`
	PassedOver int `json:"passedOver" doc:"Passed over"`
	Short      int `json:"short" doc:"On the short list"`
	Beside     int `json:"beside" doc:"Offered beside the one"`
	Kept       int `json:"kept" doc:"The one of their shot"`
	Shots      int `json:"shots" doc:"Shots on the list"`
}

// SumsOf counts them.
func (s *Room) SumsOf(ctx context.Context, shootID string) (*TableSums, error) {
	if _, err := s.Brief.Shoot(ctx, shootID); err != nil {
		return nil, err
	}
	out := &TableSums{}
	return out, s.Store.WithContext(ctx).Raw(`select count(*) as all, count(*) filter (where shot_id is null) as unlaid, count(*) filter (where mark = 'passed over') as passed_over,
		count(*) filter (where mark = 'short list') as short, count(*) filter (where mark = 'beside') as beside, count(*) filter (where kept) as kept,
		(select count(*) from shots where shoot_id = ?) as shots from frames where shoot_id = ?`, shootID, shootID).Scan(out).Error
}
