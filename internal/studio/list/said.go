package list

import (
	"fmt"
	"slices"

	"figladder/internal/craft/proof"
	"figladder/internal/store"

	"gorm.io/gorm"
)

// saidOf is what a client said last of each frame that was shown, by the frame's key: what is missing for its yes in words,
// and the picture it was said of.
func saidOf(tx *gorm.DB, list []store.Shot) (map[string]said, error) {
	var shoots []string
	for _, x := range list {
		if !slices.Contains(shoots, x.ShootID) {
			shoots = append(shoots, x.ShootID)
		}
	}
	out := map[string]said{}
	rounds, err := store.All[store.ProofRoundRow](tx.Where("shoot_id in ?", shoots).Order("number"))
	if err != nil || len(rounds) == 0 {
		return out, err
	}
	answers, err := store.All[store.ProofAnswerRow](tx.Where("shoot_id in ?", shoots).Order("created_at, id"))
	if err != nil {
		return nil, err
	}
	by := map[string][]proof.Answer{}
	for _, a := range answers {
		by[a.RoundID] = append(by[a.RoundID], a.Answer())
	}
	for _, r := range rounds {
		for i, st := range proof.Stand(r.Round(), by[r.Key]) {
			c := r.Choices[i]
			words := fmt.Sprintf("Round %d, number %s. %s", r.Number, c.Label, st.Words)
			if st.State == proof.Open {
				words = fmt.Sprintf("Waits for an answer in round %d, number %s", r.Number, c.Label)
			}
			out[c.FrameID] = said{picture: c.Picture, round: r.Number, words: words}
		}
	}
	return out, nil
}

type said struct {
	picture, words string
	round          int
}

// of is what is missing for the yes to a frame of which some picture goes out; empty when it was never shown.
func (s said) of(goesOut string) string {
	if s.words != "" && s.picture != goesOut {
		return fmt.Sprintf("Made anew since round %d: show it in the next", s.round)
	}
	return s.words
}
