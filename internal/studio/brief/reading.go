package brief

import (
	"context"
)

// BriefReading is what a brief comes to.
type BriefReading struct {
	Open      []string `json:"open" doc:"Questions not answered yet, in order"`
	Finals    int      `json:"finals" doc:"Finals owed; 0 for own work"`
	LongestPx int      `json:"longestPx" doc:"Most pixels any deliverable asks for on its long side; 0 when none does"`
	LowStops  float64  `json:"lowStops" doc:"Key to fill the mood asks for, from"`
	HighStops float64  `json:"highStops" doc:"to, stops"`
	Because   string   `json:"because" doc:"Why that range"`
}

// ReadBrief works out what a shoot's brief comes to.
func (s *Room) ReadBrief(ctx context.Context, shootID string) (*BriefReading, error) {
	row, err := s.Shoot(ctx, shootID)
	if err != nil {
		return nil, err
	}
	b := row.Brief
	ratio := b.Mood.TargetRatio()
	return &BriefReading{Open: b.Open(), Finals: b.Finals(), LongestPx: b.LongestPx(), LowStops: ratio.LowStops, HighStops: ratio.HighStops, Because: ratio.Because}, nil
}
