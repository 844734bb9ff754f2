package studio

import (
	"context"

	"figladder/internal/craft/eating"
	"figladder/internal/store"
)

// Eating is who can eat a dish after the last frame.
type Eating struct {
	Mark    eating.Mark   `json:"mark" doc:"Whether it is fit for eating"`
	Report  eating.Report `json:"report" doc:"What is in it"`
	Version int           `json:"version" doc:"Version of the dish"`
}

// EatingOf reports on a dish.
func (s *Studio) EatingOf(ctx context.Context, dishID string) (*Eating, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	return &Eating{Mark: dish.Eating, Report: eating.Read(dish.Recipe, dish.Eating), Version: dish.Version}, nil
}

// MarkEating records whether a dish is fit for eating.
func (s *Studio) MarkEating(ctx context.Context, who Who, dishID string, version int, m eating.Mark) (*Eating, error) {
	if err := fields("", m.Check()); err != nil {
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
	if err := s.deed(ctx, who, dish.ShootID, words, func(j *store.Journal) error {
		dish.Version, dish.Eating = version, m
		return j.Update(dish)
	}); err != nil {
		return nil, err
	}
	return s.EatingOf(ctx, dishID)
}
