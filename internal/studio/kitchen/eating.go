package kitchen

import (
	"context"

	"figladder/internal/craft/eating"
	"figladder/internal/store"
	"figladder/internal/studio/core"
)

// Eating is who can eat a dish after the last frame.
type Eating struct {
	Mark    eating.Mark   `json:"mark" doc:"Whether it is fit for eating"`
	Report  eating.Report `json:"report" doc:"What is in it"`
	Version int           `json:"version" doc:"Version of the dish"`
}

// EatingOf reports on a dish.
func (s *Room) EatingOf(ctx context.Context, dishID string) (*Eating, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	return &Eating{Mark: dish.Eating, Report: eating.Read(dish.Recipe, dish.Eating), Version: dish.Version}, nil
}

// MarkEating records whether a dish is fit for eating.
func (s *Room) MarkEating(ctx context.Context, who core.Who, dishID string, version int, m eating.Mark) (*Eating, error) {
	if err := core.Fields("", m.Check()); err != nil {
		return nil, err
	}
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	words := "Marked " + dish.Recipe.Title + " fit for eating"
	if m.Altered {
		words = "Marked " + dish.Recipe.Title + " not for eating"
	}
	if err := s.Deed(ctx, who, dish.ShootID, words, func(j *store.Journal) error {
		dish.Version, dish.Eating = version, m
		return j.Update(dish)
	}); err != nil {
		return nil, err
	}
	return s.EatingOf(ctx, dishID)
}
