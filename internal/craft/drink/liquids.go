package drink

import (
	_ "embed"
	"regexp"
	"strconv"

	"figladder/internal/craft/wordlist"
)

//go:embed liquids.tsv
var liquidsTable string

// liquid is what a liquid is made of, shares by mass in percent; the rest is water.
type liquid struct {
	words              *regexp.Regexp
	sugar, spirit, fat float64
}

var liquids = func() []liquid {
	var out []liquid
	for _, r := range wordlist.Rows(liquidsTable) {
		l := liquid{words: wordlist.Words(r["words"])}
		for column, to := range map[string]*float64{"sugar": &l.sugar, "spirit": &l.spirit, "fat": &l.fat} {
			v, err := strconv.ParseFloat(r[column], 64)
			if err != nil {
				panic("liquids.tsv: " + r["name"] + ": " + column)
			}
			*to = v
		}
		out = append(out, l)
	}
	return out
}()

// PartOf is what so many grams of something are made of by its name; false for what is no liquid and does not dissolve.
// The words that end last in the name count, and of those the longest: tonic water is tonic.
func PartOf(name string, grams float64) (Parts, bool) {
	best, end, long := -1, -1, 0
	for i, l := range liquids {
		for _, at := range l.words.FindAllStringIndex(name, -1) {
			if at[1] > end || at[1] == end && at[1]-at[0] > long {
				best, end, long = i, at[1], at[1]-at[0]
			}
		}
	}
	if best < 0 || grams <= 0 {
		return Parts{}, false
	}
	l := liquids[best]
	p := Parts{SugarG: grams * l.sugar / 100, SpiritG: grams * l.spirit / 100, FatG: grams * l.fat / 100}
	p.WaterG = grams - p.SugarG - p.SpiritG - p.FatG
	return p, true
}

// Plus puts two together.
func (p Parts) Plus(o Parts) Parts {
	return Parts{p.WaterG + o.WaterG, p.SugarG + o.SugarG, p.SpiritG + o.SpiritG, p.FatG + o.FatG}
}
