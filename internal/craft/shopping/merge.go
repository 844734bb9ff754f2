package shopping

import (
	"fmt"
	"regexp"
	"sort"
	"strings"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/recipe"
)

// Need is one recipe as it will be cooked, already made as many times over as it
// will be.
type Need struct {
	Dish  string // the dish, or the trial of it
	Lines []recipe.Ingredient
}

// Use is what one recipe takes of a thing.
type Use struct {
	Dish  string `json:"dish" doc:"The dish or trial"`
	Shown string `json:"shown" doc:"How much it takes"`
}

// classes of amounts that can be added: weight, volume, a count, or a named piece
// such as a tin. A thing without any amount is "some".
const (
	grams = "g"
	mls   = "ml"
	count = ""
	some  = "some"
)

// gathered is one thing in one class.
type gathered struct {
	thing, item, class string
	sum                measure.Rational
	parts              map[string]measure.Rational // juice, zest, white, yolk: parts of one whole
	asWhole            bool                        // whether a recipe takes it whole
	uses               []Use
	working            []reading.Line
}

// classOf puts an amount into its class, in that class's base unit.
func classOf(amount measure.Rational, unit string, region measure.Region) (measure.Rational, string) {
	if unit == "" {
		return amount, count
	}
	u, ok := measure.UnitNamed(unit)
	switch {
	case !ok:
		return amount, strings.ToLower(unit)
	case u.Dimension == measure.Mass:
		g, err := region.Convert(amount, unit, "g")
		if err == nil {
			return g, grams
		}
	case u.Dimension == measure.Volume:
		ml, err := region.Convert(amount, unit, "ml")
		if err == nil {
			return ml, mls
		}
	}
	return amount, u.Name
}

var (
	whole     = regexp.MustCompile(`(?i)^(egg) (whites?|yolks?)$`)
	fromWhole = regexp.MustCompile(`(?i)\b(juice|zest|rind|peel)\b`)
)

// bought is what has to be bought for an ingredient, and which part of it is
// used: whites and yolks come out of one egg, juice and zest off one lemon.
func bought(in recipe.Ingredient) (item, part string) {
	if m := whole.FindStringSubmatch(in.Item); m != nil && in.Unit == "" {
		return m[1], strings.TrimSuffix(strings.ToLower(m[2]), "s")
	}
	if m := fromWhole.FindStringSubmatch(in.Note); m != nil && in.Unit == "" {
		p := strings.ToLower(m[1])
		if p != "juice" {
			p = "zest"
		}
		return in.Item, p
	}
	return in.Item, ""
}

// gather adds up what all recipes take, thing by thing and class by class.
func gather(needs []Need, region measure.Region) (all []*gathered, unread []Unread, fromTap []string) {
	at := map[string]*gathered{}
	seenTap := map[string]bool{}
	for _, n := range needs {
		for _, in := range n.Lines {
			if tap.MatchString(in.Item) {
				if !seenTap[in.Item] {
					seenTap[in.Item] = true
					fromTap = append(fromTap, in.Item)
				}
				continue
			}
			if !in.Understood {
				unread = append(unread, Unread{Dish: n.Dish, Written: in.Written})
				continue
			}
			item, part := bought(in)
			amount, class := classOf(in.High, in.Unit, region)
			if in.Plus.Unit != "" {
				if more, same := classOf(in.Plus.Amount, in.Plus.Unit, region); same == class {
					amount = amount.Add(more)
				}
			}
			shown := in.Amount()
			if in.High.IsZero() {
				class, shown = some, "some"
			}
			thing := recipe.Thing(item)
			g := at[thing+"\x00"+class]
			if g == nil {
				g = &gathered{thing: thing, item: item, class: class, parts: map[string]measure.Rational{}}
				at[thing+"\x00"+class] = g
				all = append(all, g)
			}
			if part == "" {
				g.sum, g.asWhole = g.sum.Add(amount), true
			} else {
				g.parts[part] = g.parts[part].Add(amount)
				shown += " (" + part + ")"
			}
			g.uses = append(g.uses, Use{n.Dish, shown})
			g.working = append(g.working, reading.Line{Words: n.Dish, Formula: in.Written, Shown: amountShown(amount, class)})
		}
	}
	for _, g := range all {
		g.wholes()
	}
	return all, unread, fromTap
}

// wholes counts parts as wholes: as many as the part that takes most.
func (g *gathered) wholes() {
	if len(g.parts) == 0 {
		return
	}
	names := make([]string, 0, len(g.parts))
	for p := range g.parts {
		names = append(names, p)
	}
	sort.Strings(names)
	most := measure.Rational{}
	var said []string
	for _, p := range names {
		if g.parts[p].Cmp(most) > 0 {
			most = g.parts[p]
		}
		said = append(said, fmt.Sprintf("%s %s", g.parts[p].Shown(), p))
	}
	g.sum = g.sum.Add(most)
	g.working = append(g.working, reading.Line{Words: "Parts come off the same piece; the one that takes most decides", Formula: strings.Join(said, ", "), Shown: amountShown(most, count)})
}

// into turns an amount of an item from one class into another by density or the
// weight of a piece; ok is false when neither is known.
func into(amount measure.Rational, item, from, to string) (out measure.Rational, by string, ok bool) {
	if from == to {
		return amount, "", true
	}
	g := amount
	switch from {
	case grams:
	case mls:
		d, known := measure.DensityOf(item)
		if !known {
			return amount, "", false
		}
		g, by = amount.Mul(d.GPerMl), "density of "+d.Name
	case count:
		p, known := measure.PieceOf(item)
		if !known {
			return amount, "", false
		}
		g, by = amount.Mul(p.Grams), p.Name+" of "+p.Grams.String()+" g"
	default:
		return amount, "", false
	}
	switch to {
	case grams:
		return g, by, true
	case mls:
		d, known := measure.DensityOf(item)
		if !known {
			return amount, "", false
		}
		return g.Quo(d.GPerMl), strings.TrimPrefix(by+", density of "+d.Name, ", "), true
	case count:
		p, known := measure.PieceOf(item)
		if !known {
			return amount, "", false
		}
		return g.Quo(p.Grams), strings.TrimPrefix(by+", "+p.Name+" of "+p.Grams.String()+" g", ", "), true
	}
	return amount, "", false
}

// unify joins the classes of one thing where that can be done: into the class it
// is sold in, or into weight. What cannot be joined stays a line of its own.
func unify(all []*gathered, sold map[string]string) []*gathered {
	byThing := map[string][]*gathered{}
	var order []string
	for _, g := range all {
		if byThing[g.thing] == nil {
			order = append(order, g.thing)
		}
		byThing[g.thing] = append(byThing[g.thing], g)
	}
	var out []*gathered
	for _, t := range order {
		own := byThing[t]
		to, wished := sold[t]
		if !wished {
			to = own[0].class
			if len(own) > 1 {
				to = grams
			}
		}
		var joined *gathered
		var rest, vague []*gathered
		for _, g := range own {
			if g.class == some {
				vague = append(vague, g)
				continue
			}
			v, by, ok := into(g.sum, g.item, g.class, to)
			if !ok {
				rest = append(rest, g)
				continue
			}
			if by != "" {
				g.working = append(g.working, reading.Line{Words: "By the " + by, Formula: amountShown(g.sum, g.class), Shown: amountShown(v, to)})
			}
			if joined == nil {
				joined = g
				joined.sum, joined.class = v, to
				continue
			}
			joined.sum, joined.asWhole = joined.sum.Add(v), joined.asWhole || g.asWhole
			joined.uses = append(joined.uses, g.uses...)
			joined.working = append(joined.working, g.working...)
		}
		mine := rest
		if joined != nil {
			mine = append([]*gathered{joined}, rest...)
		}
		// Some salt to taste goes with the salt that was measured.
		for _, g := range vague {
			if len(mine) > 0 {
				mine[0].uses = append(mine[0].uses, g.uses...)
				continue
			}
			mine = append(mine, g)
		}
		out = append(out, mine...)
	}
	return out
}

// amountShown writes an amount of a class as a person reads it.
func amountShown(v measure.Rational, class string) string {
	f := v.Float()
	switch class {
	case some:
		return "some"
	case count:
		return v.Shown()
	case grams:
		if f >= 1000 {
			return trimmed(f/1000, 2) + " kg"
		}
		return trimmed(f, 0) + " g"
	case mls:
		if f >= 1000 {
			return trimmed(f/1000, 2) + " l"
		}
		return trimmed(f, 0) + " ml"
	}
	return v.Shown() + " " + class
}

func trimmed(v float64, decimals int) string {
	if v < 10 && decimals == 0 {
		decimals = 1
	}
	s := reading.Number(v, decimals)
	if strings.Contains(s, ".") {
		s = strings.TrimRight(strings.TrimRight(s, "0"), ".")
	}
	return s
}
