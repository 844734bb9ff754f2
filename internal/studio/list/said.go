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
	rounds, err := RoundsOf(tx, shoots)
	if err != nil {
		return nil, err
	}
	for _, r := range rounds {
		for i, st := range r.Standing {
			c := r.Row.Choices[i]
			words := fmt.Sprintf("Round %d, number %s. %s", r.Row.Number, c.Label, st.Words)
			if st.State == proof.Open {
				words = fmt.Sprintf("Waits for an answer in round %d, number %s", r.Row.Number, c.Label)
			}
			out[c.FrameID] = said{picture: c.Picture, round: r.Row.Number, words: words}
		}
	}
	return out, nil
}

// Stood is a round with how its choices stand.
type Stood struct {
	Row      store.ProofRoundRow
	Standing []proof.Standing
}

// RoundsOf are the rounds of shoots with what was said of them, by their numbers.
func RoundsOf(tx *gorm.DB, shoots []string) ([]Stood, error) {
	rows, err := store.All[store.ProofRoundRow](tx.Where("shoot_id in ?", shoots).Order("number"))
	if err != nil || len(rows) == 0 {
		return nil, err
	}
	answers, err := store.All[store.ProofAnswerRow](tx.Where("shoot_id in ?", shoots).Order("created_at, id"))
	if err != nil {
		return nil, err
	}
	by := map[string][]proof.Answer{}
	for _, a := range answers {
		by[a.RoundID] = append(by[a.RoundID], a.Answer())
	}
	out := make([]Stood, len(rows))
	for i, r := range rows {
		out[i] = Stood{r, proof.Stand(r.Round(), by[r.Key])}
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
