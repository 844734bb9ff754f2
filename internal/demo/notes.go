package demo

import (
	"figladder/internal/craft/review"
	"figladder/internal/store"
)

// gardenNotes are what was noted on the frames of the allotment's table when they were read again, by dish.
var gardenNotes = map[string][]review.Pin{
	"Leeks in vinaigrette": {
		{Key: "far", X: 0.5, Y: 0.4, Says: review.Bad, What: "depth-thin", Words: "the far leeks are soft, the front is all there is"},
		{Key: "green", X: 0.4, Y: 0.55, Says: review.Good, What: "colour-good", Words: "one green on a pale plate"},
	},
	"Chard gratin": {
		{Key: "board", X: 0.2, Y: 0.2, Says: review.Bad, What: "bright-prop", Words: "the table by the window is lighter than the crust"},
		{Key: "crust", X: 0.55, Y: 0.5, Says: review.Good, What: "light-good"},
	},
	"White beans with sage": {
		{Key: "rim", X: 0.5, Y: 0.36, Says: review.Bad, What: "depth-thin", Words: "the far rim is gone"},
		{Key: "height", X: 0.6, Y: 0.48, Says: review.Good, What: "shape-good", Words: "bread standing out of it"},
	},
	"New potatoes with dill": {
		{Key: "back", X: 0.55, Y: 0.42, Says: review.Bad, What: "depth-thin", Words: "f/9 was not enough this near"},
		{Key: "fork", X: 0.2, Y: 0.6, Says: review.Next, Words: "a fork, so that somebody could be there"},
	},
}

// notes reads the kept frames of a shoot again.
func (l *loader) notes(s *store.Shoot, all map[string][]review.Pin) {
	if l.err != nil {
		return
	}
	back, err := l.st.Review.ShootOf(l.ctx, s.Key)
	if err != nil {
		l.err = err
		return
	}
	for _, f := range back.Frames {
		if pins := all[f.Title]; pins != nil {
			if _, l.err = l.st.Review.SaveReview(l.ctx, l.who, f.FrameID, 0, store.ReviewDoc{Pins: pins, Done: true}); l.err != nil {
				return
			}
		}
	}
}
