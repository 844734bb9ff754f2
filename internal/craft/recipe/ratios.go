package recipe

import (
	"errors"
	"math"
	"sort"
	"strings"

	"figladder/internal/craft/measure"
)

// ErrFactor is returned for a factor that is not above 0.
var ErrFactor = errors.New("a recipe is scaled by a number above nothing")

// Scaled returns the recipe with every amount multiplied, exactly. Lines that
// were not understood, or have no amount, stay as written.
func (r Recipe) Scaled(by measure.Rational) (Recipe, error) {
	if by.Cmp(measure.Rational{}) <= 0 {
		return r, ErrFactor
	}
	out := r
	out.Ingredients = append([]Ingredient{}, r.Ingredients...)
	for i := range out.Ingredients {
		in := &out.Ingredients[i]
		if in.Understood && !in.High.IsZero() {
			in.Low, in.High, in.Plus.Amount = in.Low.Mul(by), in.High.Mul(by), in.Plus.Amount.Mul(by)
		}
	}
	return out, nil
}

// Share is one ingredient's part of a recipe by weight.
type Share struct {
	Item    string  `json:"item" doc:"The thing"`
	Grams   float64 `json:"grams" doc:"Weight; the middle of a range"`
	Percent float64 `json:"percent" doc:"Of the base, or of the whole when there is no base"`
	By      string  `json:"by" doc:"Row of the density table that turned a volume into weight, or empty"`
}

// Ratios is a recipe by weight.
type Ratios struct {
	Base   string   `json:"base" doc:"The ingredient that counts as 100, or empty for the total"`
	Shares []Share  `json:"shares" doc:"Heaviest first"`
	Left   []string `json:"left" doc:"Lines that have no weight to be had: counts, pinches, things not in the table"`
}

// ByWeight turns a recipe into shares by weight. With a base, that ingredient is
// 100 (a baker's percentage); without, the whole is. What cannot be weighed is
// listed, not guessed.
func (r Recipe) ByWeight(region measure.Region, base string) Ratios {
	out := Ratios{Shares: []Share{}, Left: []string{}}
	sums := map[string]*Share{}
	total := 0.0
	for _, in := range r.Ingredients {
		low, row, err := region.Grams(in.Low, in.Unit, in.Item)
		high, _, _ := region.Grams(in.High, in.Unit, in.Item)
		if err != nil || !in.Understood || in.High.IsZero() {
			out.Left = append(out.Left, in.Written)
			continue
		}
		grams := (low.Float() + high.Float()) / 2
		if in.Plus.Unit != "" {
			more, _, err := region.Grams(in.Plus.Amount, in.Plus.Unit, in.Item)
			if err != nil {
				out.Left = append(out.Left, in.Written)
				continue
			}
			grams += more.Float()
		}
		key := strings.ToLower(in.Item)
		if s := sums[key]; s != nil {
			s.Grams += grams
		} else {
			sums[key] = &Share{Item: in.Item, Grams: grams, By: row}
		}
		total += grams
	}
	whole := total
	if b := sums[strings.ToLower(strings.TrimSpace(base))]; b != nil && b.Grams > 0 {
		out.Base, whole = b.Item, b.Grams
	}
	for _, s := range sums {
		if whole > 0 {
			s.Percent = 100 * s.Grams / whole
		}
		out.Shares = append(out.Shares, *s)
	}
	sort.Slice(out.Shares, func(a, b int) bool {
		x, y := out.Shares[a], out.Shares[b]
		if x.Grams != y.Grams {
			return x.Grams > y.Grams
		}
		return x.Item < y.Item
	})
	return out
}

// Change is what differs in one ingredient between two trials.
type Change struct {
	Item   string  `json:"item" doc:"The thing"`
	Before float64 `json:"before" doc:"Percent before; 0 when it was not in"`
	After  float64 `json:"after" doc:"Percent after; 0 when it is not in"`
	Kind   string  `json:"kind" enum:"more,less,added,left out" doc:"What happened to it"`
}

// worthSaying is the change, relative to what was, below which two amounts are
// the same to a cook's scale.
const worthSaying = 0.01

// Changed compares two trials as ratios, so that a doubled recipe shows no change
// at all. The largest changes come first.
func Changed(before, after Ratios) []Change {
	out := []Change{}
	was, is := percents(before), percents(after)
	for item, b := range was {
		a, ok := is[item]
		switch {
		case !ok:
			out = append(out, Change{item, b, 0, "left out"})
		case math.Abs(a-b) > worthSaying*b:
			kind := "more"
			if a < b {
				kind = "less"
			}
			out = append(out, Change{item, b, a, kind})
		}
	}
	for item, a := range is {
		if _, ok := was[item]; !ok {
			out = append(out, Change{item, 0, a, "added"})
		}
	}
	sort.Slice(out, func(i, j int) bool {
		x, y := math.Abs(out[i].After-out[i].Before), math.Abs(out[j].After-out[j].Before)
		if x != y {
			return x > y
		}
		return out[i].Item < out[j].Item
	})
	return out
}

func percents(r Ratios) map[string]float64 {
	m := map[string]float64{}
	for _, s := range r.Shares {
		m[strings.ToLower(s.Item)] += s.Percent
	}
	return m
}
