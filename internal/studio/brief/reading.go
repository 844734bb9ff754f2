package brief

import (
	"context"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/scene"
	"figladder/internal/store"
)

// BriefReading is what a brief comes to.
type BriefReading struct {
	Open      []string `json:"open" doc:"Questions not answered yet, in order"`
	Finals    int      `json:"finals" doc:"Finals owed; 0 for own work"`
	LongestPx int      `json:"longestPx" doc:"Most pixels any deliverable asks for on its long side; 0 when none does"`
	LowStops  float64  `json:"lowStops" doc:"Key to fill the mood asks for, from"`
	HighStops float64  `json:"highStops" doc:"to, stops"`
	Because   string   `json:"because" doc:"Why that range"`

	Crew []brief.CrewWord `json:"crew" doc:"What is worth knowing about the crew"`
}

// ReadBrief works out what a shoot's brief comes to.
func (s *Room) ReadBrief(ctx context.Context, shootID string) (*BriefReading, error) {
	row, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	b := row.Brief
	ratio := b.Mood.TargetRatio()
	past, err := s.past(ctx, shootID)
	if err != nil {
		return nil, err
	}
	wants, err := s.wants(ctx, shootID)
	if err != nil {
		return nil, err
	}
	return &BriefReading{Crew: b.CrewWords(past, wants), Open: b.Open(), Finals: b.Finals(), LongestPx: b.LongestPx(), LowStops: ratio.LowStops, HighStops: ratio.HighStops, Because: ratio.Because}, nil
}

// past is on how many shoots of before somebody of a shoot's crew was, by name in lower case: of before is what was begun earlier.
func (s *Room) past(ctx context.Context, shootID string) (map[string]int, error) {
	var rows []struct {
		Name string
		N    int
	}
	err := s.Store.WithContext(ctx).Raw(`select lower(trim(h ->> 'name')) as name, count(distinct o.id) as n
		from shoots me, shoots o, jsonb_array_elements(coalesce(nullif(o.brief -> 'crew', 'null'), '[]')) h
		where me.id = ? and o.id <> me.id and o.created_at < me.created_at
		and lower(trim(h ->> 'name')) in (select lower(trim(x ->> 'name')) from jsonb_array_elements(coalesce(nullif(me.brief -> 'crew', 'null'), '[]')) x)
		group by 1`, shootID).Scan(&rows).Error
	out := map[string]int{}
	for _, r := range rows {
		out[r.Name] = r.N
	}
	return out, err
}

// wants is how many dishes of a shoot ask for a strength.
func (s *Room) wants(ctx context.Context, shootID string) (map[brief.Strength]int, error) {
	dishes, err := store.All[store.Dish](s.Store.WithContext(ctx).Where("shoot_id = ?", shootID))
	out := map[brief.Strength]int{}
	for _, d := range dishes {
		if w := brief.WantsOf(string(d.Form), scene.ShapeNamed(d.Recipe.Title)); w != "" {
			out[w]++
		}
	}
	return out, err
}
