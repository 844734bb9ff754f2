package kitchen

import (
	"context"
	"image"
	_ "image/gif"
	_ "image/jpeg"
	_ "image/png"

	"figladder/internal/craft/brief"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
	"figladder/internal/studio/core"
	_ "golang.org/x/image/webp"
)

// DishColours is a dish's colours with what they come to.
type DishColours struct {
	Plan    colour.Plan    `json:"plan" doc:"The colours"`
	Palette colour.Palette `json:"palette" doc:"What they come to"`
	Version int            `json:"version" doc:"Version of the dish"`
}

// AskOf is what a brief asks of a palette.
func AskOf(b brief.Brief) colour.Ask {
	return colour.Ask{Dark: b.Mood.Key == "dark", Bold: b.Mood.Colour == "bold", House: b.HouseColours}
}

// Colours reads a dish's colour plan.
func (s *Room) Colours(ctx context.Context, dishID string) (*DishColours, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	shoot, err := s.Brief.Shoot(ctx, dish.ShootID)
	if err != nil {
		return nil, err
	}
	return &DishColours{Plan: dish.Colour, Palette: dish.Colour.Read(AskOf(shoot.Brief)), Version: dish.Version}, nil
}

// SaveColours saves a dish's colour plan and reads it.
func (s *Room) SaveColours(ctx context.Context, who core.Who, dishID string, version int, p colour.Plan) (*DishColours, error) {
	if err := core.Fields("plan", p.Check()); err != nil {
		return nil, err
	}
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	if err := s.Deed(ctx, who, dish.ShootID, "Changed the colours of "+dish.Recipe.Title, func(j *store.Journal) error {
		dish.Version, dish.Colour = version, p
		return j.Update(dish)
	}); err != nil {
		return nil, err
	}
	return s.Colours(ctx, dishID)
}

// ColoursFromRecipe returns the plan that a dish's ingredients suggest, its vessel,
// ground and accent kept. Nothing is saved.
func (s *Room) ColoursFromRecipe(ctx context.Context, dishID string) (*colour.Plan, error) {
	dish, err := s.Dish(ctx, dishID)
	if err != nil {
		return nil, err
	}
	p := dish.Colour
	p.Food = shots.PlanOf(dish.Recipe, dish.Form).Food
	return &p, nil
}

// mostCounted is about how many pixels of a picture are counted: more change no
// colour.
const mostCounted = 40000

// PickColours finds the main colours of a picture, largest first. Nothing is kept.
func (s *Room) PickColours(ctx context.Context, data []byte, most int) ([]colour.Patch, error) {
	img, err := core.OpenPicture(ctx, data)
	if err != nil {
		return nil, err
	}
	return colour.Dominant(counted(img), min(max(most, 1), 10)), nil
}

// stepOver is how many pixels a grid over a picture goes on by.
func stepOver(b image.Rectangle) int {
	step := 1
	for b.Dx()*b.Dy()/(step*step) > mostCounted {
		step++
	}
	return step
}

// Grid reads a grid of pixels from a picture, row by row; clear ones are read as
// on white.
func Grid(img image.Image) (pixels []colour.Pixel, width int) {
	b := img.Bounds()
	step := stepOver(b)
	for y := b.Min.Y; y < b.Max.Y; y += step {
		width = 0
		for x := b.Min.X; x < b.Max.X; x += step {
			r, g, bl, a := img.At(x, y).RGBA()
			on := 0xffff - a
			pixels = append(pixels, colour.PixelOf(uint8((r+on)>>8), uint8((g+on)>>8), uint8((bl+on)>>8)))
			width++
		}
	}
	return pixels, width
}

// counted reads a grid of pixels from a picture; clear ones are left out.
func counted(img image.Image) []colour.Pixel {
	b := img.Bounds()
	step := stepOver(b)
	var out []colour.Pixel
	for y := b.Min.Y; y < b.Max.Y; y += step {
		for x := b.Min.X; x < b.Max.X; x += step {
			r, g, bl, a := img.At(x, y).RGBA()
			if a >= 0x8000 {
				out = append(out, colour.PixelOf(uint8(r*0xff/a), uint8(g*0xff/a), uint8(bl*0xff/a)))
			}
		}
	}
	return out
}
