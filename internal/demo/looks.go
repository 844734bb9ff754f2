package demo

import (
	"slices"

	"figladder/internal/craft/finish/look"
	"figladder/internal/store"
)

// winterLook is what all pictures of the winter menu have in common.
var winterLook = []look.Step{
	{Key: "tone", Kind: look.Tone, Slope: 1.1, Toe: -0.2, Shoulder: -0.35, Why: "Deeper darks and a softer white: the winter look"},
	{Key: "edges", Kind: look.Sharpen, RadiusPx: 0.8, Amount: 0.4, Why: "What the lens softens"},
}

// oval is a part of a picture, or all around it.
func oval(x, y, across, down float64, outside bool) *look.Mask {
	return &look.Mask{Shape: "oval", Points: []look.Spot{{X: x, Y: y}}, Across: across, Down: down, Soft: 0.7, Outside: outside}
}

// heroLooks are what each hero of the winter menu has besides, by its dish: looked at before and after.
var heroLooks = map[string][]look.Step{
	"Cider mussels with sea beet": {
		{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.03, Y: 0.05, W: 0.92, H: 0.92}, Why: "The backdrop's edge out, the pot nearer"},
		{Key: "level", Kind: look.Level, Stops: 0.5, Why: "The pot swallows the light"},
		{Key: "lift", Kind: look.Local, Stops: 0.7, Mask: oval(0.5, 0.48, 0.15, 0.13, false), Why: "The mussels are what it is about"},
		{Key: "burn", Kind: look.Local, Stops: -0.45, Mask: oval(0.5, 0.5, 0.42, 0.36, true), Why: "The cloth in the corner is lighter than the food"},
	},
	"Cured trout on rye crispbread with horseradish": {
		{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.02, Y: 0.1, W: 0.87, H: 0.87}, Why: "The board's bite and the bowl's cut edge out"},
		{Key: "burn", Kind: look.Local, Stops: -0.6, Mask: oval(0.42, 0.52, 0.24, 0.32, true), Why: "Board and salt pull the eye out of the frame"},
		{Key: "reds", Kind: look.Band, HueDeg: 40, WidthDeg: 50, Chroma: 0.06, Lightness: -0.015, Why: "Cured fish is a little deeper than the light made it"},
	},
	"Quince pavlova": {
		{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.02, Y: 0.14, W: 0.98, H: 0.7}, Why: "Less table before it"},
		{Key: "lift", Kind: look.Local, Stops: 0.3, Mask: oval(0.72, 0.52, 0.12, 0.1, false), Why: "The shaded side of it opened"},
		{Key: "burn", Kind: look.Local, Stops: -0.55, Mask: oval(0.62, 0.5, 0.36, 0.26, true), Why: "Lemons and table step back behind the hero"},
	},
}

// gardenLook is what the pictures of the allotment's table have in common.
var gardenLook = []look.Step{
	{Key: "level", Kind: look.Level, Stops: 0.3, Why: "Bright, as the post is to be"},
	{Key: "tone", Kind: look.Tone, Slope: 1.08, Toe: 0.2, Shoulder: -0.25, Why: "Open shadows and a soft white"},
	{Key: "edges", Kind: look.Sharpen, RadiusPx: 0.8, Amount: 0.35, Why: "What the lens softens"},
	{Key: "crop", Kind: look.Crop, Box: &look.Box{X: 0.02, Y: 0.08, W: 0.96, H: 0.8}, Why: "The feed's shape, with less table"},
}

// gardenLooks are what each of them has besides, or otherwise: looked at before and after.
var gardenLooks = map[string][]look.Step{
	"Leeks in vinaigrette": {
		{Key: "greens", Kind: look.Band, HueDeg: 115, WidthDeg: 50, TurnDeg: 5, Chroma: -0.06, Why: "Half of the yellow is the light's; the other half is the mustard's"},
		{Key: "burn", Kind: look.Local, Stops: -0.4, Mask: oval(0.5, 0.52, 0.3, 0.24, true), Why: "The table is nearly as light as the plate"},
	},
	"Chard gratin": {
		{Key: "lift", Kind: look.Local, Stops: 0.25, Mask: oval(0.52, 0.5, 0.22, 0.16, false), Why: "A crust shows by its light"},
		{Key: "burn", Kind: look.Local, Stops: -0.5, Mask: oval(0.5, 0.52, 0.3, 0.24, true), Why: "Crust, plate and table are of one colour: light has to part them"},
	},
	"White beans with sage": {
		{Key: "level", Kind: look.Level, Stops: 0.05, Why: "The swirl is white already"},
		{Key: "burn", Kind: look.Local, Stops: -0.5, Mask: oval(0.5, 0.52, 0.3, 0.24, true), Why: "The table by the window is lighter than the soup"},
	},
	"New potatoes with dill": {
		{Key: "butter", Kind: look.Band, HueDeg: 85, WidthDeg: 40, Chroma: 0.12, Why: "Butter looks grey in light from the sky"},
		{Key: "burn", Kind: look.Local, Stops: -0.45, Mask: oval(0.5, 0.52, 0.3, 0.24, true), Why: "The table is nearly as light as the plate"},
	},
}

// looks says how the kept frames of a shoot are finished: all follow a look, each with its own steps besides, by its dish. It
// returns them.
func (l *loader) looks(s *store.Shoot, name string, common []look.Step, own map[string][]look.Step) (finished []string) {
	if l.err != nil {
		return nil
	}
	base, err := l.st.Finish.SaveLook(l.ctx, l.who, s.Key, "", 0, name, common)
	if err != nil {
		l.err = err
		return nil
	}
	frames, err := l.st.Frames.Frames(l.ctx, s.Key, "")
	if err != nil {
		l.err = err
		return nil
	}
	for _, f := range frames {
		if !f.Kept {
			continue
		}
		shot, err := l.st.List.Shot(l.ctx, f.ShotID)
		if err != nil {
			l.err = err
			return nil
		}
		steps := own[shot.Title]
		if steps == nil {
			continue
		}
		has := func(c look.Step) bool {
			return slices.ContainsFunc(steps, func(s look.Step) bool { return s.Key == c.Key })
		}
		all := slices.Concat(steps, slices.DeleteFunc(slices.Clone(common), has))
		if _, l.err = l.st.Finish.Save(l.ctx, l.who, f.Key, 0, base.Key, all); l.err != nil {
			return nil
		}
		finished = append(finished, f.Key)
	}
	return finished
}
