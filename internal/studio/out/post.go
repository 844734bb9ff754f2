package out

import (
	"archive/zip"
	"context"
	"io"

	"figladder/internal/formats/recipeld"
	"figladder/internal/studio/core"
)

// Post writes a dish's recipe as it was made, to be posted with the picture of a shot that went out last: a page, the picture beside
// it and the recipe for machines, as ZIP. What rights or an embargo keep back today is not written.
func (s *Room) Post(ctx context.Context, shotID string, to io.Writer) error {
	shot, err := s.Frames.List.Shot(ctx, shotID)
	if err != nil {
		return err
	}
	dish, err := s.Frames.List.Kitchen.Dish(ctx, shot.DishID)
	if err != nil {
		return err
	}
	all, err := s.Publications(ctx, shot.ShootID, shotID)
	if err != nil {
		return err
	}
	for i := range all { // newest first
		p := &all[i]
		if p.State != "accepted" {
			continue
		}
		held, err := s.heldBack(ctx, p)
		if err != nil {
			return err
		}
		if held != "" {
			return core.Rule("%s", held)
		}
		data, err := s.Vault.Get(ctx, p.SHA256)
		if err != nil {
			return err
		}
		picture := recipeld.Picture{File: "picture" + p.Format.Ends(), Alt: p.Words.Alt, Credit: p.Words.Credit, Width: p.WidthPx, Height: p.HeightPx}
		page, err := recipeld.Page(dish.Recipe, p.Words.Caption, picture)
		if err != nil {
			return err
		}
		machines, err := recipeld.Write(dish.Recipe)
		if err != nil {
			return err
		}
		z := zip.NewWriter(to)
		for _, f := range []struct {
			name string
			data []byte
		}{{"post.html", page}, {picture.File, data}, {"recipe.json", machines}} {
			if err := stored(z, f.name, f.data, s.Now()); err != nil {
				return err
			}
		}
		return z.Close()
	}
	return core.Rule("The post takes the picture that went out. Send one first, or make one to be handed over.")
}
