// Package shopping makes one list out of everything that will be cooked: amounts
// merged in units that go together, spares for what is seen, packs, price, and
// where and when to buy (handbook R5).
package shopping

import (
	_ "embed"
	"figladder/internal/craft/wordlist"
	"fmt"
	"regexp"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
)

// Goods is how a thing is bought here. What is left empty is taken from the
// tables of this package, or not known.
type Goods struct {
	Thing      string           `json:"thing" minLength:"1" maxLength:"120" doc:"The thing, as recipes call it"`
	Pack       measure.Rational `json:"pack" doc:"How much is in a pack; 0 when it is bought loose"`
	PackUnit   string           `json:"packUnit" maxLength:"20" doc:"Unit of the pack: g, ml, tin; empty for a count"`
	PriceMinor int64            `json:"priceMinor" minimum:"0" maximum:"100000000" doc:"Price of a pack, or of one when loose, in minor units; 0 when not known"`
	Shop       string           `json:"shop" maxLength:"80" doc:"Where it is bought"`
	Aisle      string           `json:"aisle" maxLength:"80" doc:"Where in the shop"`
	Fresh      string           `json:"fresh" enum:",day,keeps" doc:"Bought on the day, or ahead; empty to take it from the table"`
	Stock      measure.Rational `json:"stock" doc:"How much is in the cupboard"`
	StockUnit  string           `json:"stockUnit" maxLength:"20" doc:"Unit of the stock"`
}

// Check returns what cannot be accepted.
func (g Goods) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, args ...any) {
		out = append(out, finding.FieldProblem{Path: path, Words: fmt.Sprintf(words, args...)})
	}
	if strings.TrimSpace(g.Thing) == "" {
		bad("thing", "Say what it is.")
	}
	for _, q := range []struct {
		path string
		v    measure.Rational
	}{{"pack", g.Pack}, {"stock", g.Stock}} {
		if q.v.Cmp(measure.Rational{}) < 0 || q.v.Float() > 1e6 {
			bad(q.path, "An amount is from 0 to a million.")
		}
	}
	for _, u := range []struct{ path, unit string }{{"packUnit", g.PackUnit}, {"stockUnit", g.StockUnit}} {
		if u.unit != "" {
			if _, ok := measure.UnitNamed(u.unit); !ok {
				bad(u.path, "“%s” is not a unit known here. Write g, ml, tin, bunch, or leave it empty for a count.", u.unit)
			}
		}
	}
	return out
}

// Key is the name two goods cannot share.
func (g Goods) Key() string { return recipe.Thing(g.Thing) }

// place is a usual shop and aisle, and whether a thing is bought on the day.
type place struct {
	re    *regexp.Regexp
	shop  string
	aisle string
	fresh bool
}

// places are where things are usually sold, the first that fits: our own habits,
// to be overruled by the studio's goods.
var places = func() []place {
	var out []place
	for _, r := range wordlist.Rows(placesTable) {
		out = append(out, place{wordlist.Words(r["words"]), r["shop"], r["aisle"], r["fresh"] == "yes"})
	}
	return out
}()

//go:embed places.tsv
var placesTable string

func placeOf(thing string) place {
	for _, p := range places {
		if p.re.MatchString(thing) {
			return p
		}
	}
	return place{shop: "Grocer", aisle: "other"}
}

// tap is what nobody buys.
var tap = regexp.MustCompile(`(?i)^(?:(?:cold|warm|hot|boiling|iced?|tap|just-boiled|more|extra) )*water$`)
