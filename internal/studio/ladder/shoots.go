package ladder

import (
	"context"

	"figladder/internal/store"
)

// ShootCard is a shoot as the studio home shows it.
type ShootCard struct {
	Shoot  store.Shoot `json:"shoot" doc:"The shoot"`
	Shots  int         `json:"shots" doc:"Frames wanted"`
	Out    int         `json:"out" doc:"Of them, published"`
	Finals int         `json:"finals" doc:"Finals that the brief asks for"`
	Owed   int         `json:"owed" doc:"Of them, still owed"`
	Wants  string      `json:"wants" doc:"What wants a hand next"`
	Rung   string      `json:"rung" doc:"On which rung"`
}

// Shoots lists shoots by day, a page after the given key ("" for the first).
func (s *Room) Shoots(ctx context.Context, after string, most int) ([]ShootCard, error) {
	var rows []store.Shoot
	q := s.Store.WithContext(ctx).Order("coalesce(day, '9999'), id").Limit(most)
	if after != "" {
		at, err := s.Brief.Shoot(ctx, after)
		if err != nil {
			return nil, err
		}
		day := "9999"
		if at.Day != nil {
			day = *at.Day
		}
		q = q.Where("(coalesce(day, '9999'), id) > (?, ?)", day, at.Key)
	}
	if err := q.Find(&rows).Error; err != nil {
		return nil, err
	}
	all, err := climbs(s.Store.WithContext(ctx), rows)
	if err != nil {
		return nil, err
	}
	out := []ShootCard{}
	for _, row := range rows {
		v := all[row.Key]
		card := ShootCard{Shoot: row, Shots: len(v.shots)}
		f := v.followed
		card.Finals, card.Owed = len(f.Finals), f.Owed
		for _, m := range v.marks {
			if m.Next == "" {
				card.Out++
			}
		}
		for _, r := range v.Rungs {
			if r.Wants != "" {
				card.Wants, card.Rung = r.Wants, r.Key
				break
			}
		}
		out = append(out, card)
	}
	return out, nil
}
