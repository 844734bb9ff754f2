package kit

import (
	"fmt"
	"math"
	"sort"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Planned is what one set of a shoot needs.
type Planned struct {
	Shot         string
	FocalMm      float64
	ElevationDeg float64
	Softbox      bool    // a lamp with a softbox; else a window
	CardWMm      float64 // 0 when no card is in
	CardHMm      float64
	Clip         bool // needs a light that stays on
}

// Take is one line of a pack list.
type Take struct {
	Name    string         `json:"name" doc:"What to take"`
	Kind    string         `json:"kind" doc:"What it is"`
	Count   int            `json:"count" doc:"How many"`
	Shelf   string         `json:"shelf" doc:"Where it is kept"`
	Because string         `json:"because" doc:"Why"`
	Owned   bool           `json:"owned" doc:"Whether the studio has it written down"`
	Working []reading.Line `json:"working" doc:"How the count came about"`
}

// Bag is what a shoot takes along.
type Bag struct {
	Takes    []Take            `json:"takes" doc:"By shelf"`
	Findings []finding.Finding `json:"findings" doc:"What is missing, and cautions"`
}

// Start values of practice, to be replaced by a studio's own.
const (
	framesABattery = 350.0 // tethered, screen on
	framesAShot    = 25.0  // until one is right
	bytesAPixel    = 1.8   // a compressed raw file
	cardBytes      = 64e9
	safety         = 1.5 // physics: sandbag over the tipping moment
	bagArmMm       = 500 // a bag hung on the base's far leg
	baseEdgeMm     = 450 // from the column to the edge it tips over
)

// HangsFromDeg is the elevation from which a camera hangs over the table, and HeadG the
// weight of what holds it there; start values of practice, too.
const (
	HangsFromDeg = 75.0
	HeadG        = 500.0
)

// SandbagG is the least sandbag for a boom: safety factor times mass times its
// distance beyond the base's tipping edge, over the bag's distance inside it.
func SandbagG(massG, reachMm float64) float64 {
	return math.Max(0, safety*massG*(reachMm-baseEdgeMm)/bagArmMm)
}

// SandbagFormula shows SandbagG with its numbers in.
func SandbagFormula(massG, reachMm float64) string {
	return fmt.Sprintf("%.1f × %.0f g × (%.0f − %d mm) / %d mm", safety, massG, reachMm, baseEdgeMm, bagArmMm)
}

// Pack works out what sets planned for a shoot need of the kit: the body, a lens
// for every focal length, cards large enough, light, supports; batteries, memory
// cards, cables and sandbags by arithmetic. It names what is missing.
func Pack(owned []Item, sets []Planned, shots int) Bag {
	b := packer{owned: owned, out: Bag{Takes: []Take{}, Findings: []finding.Finding{}}, taken: map[int]bool{}}
	body := b.camera(shots)
	b.lenses(sets)
	b.light(sets)
	b.cards(sets)
	b.supports(sets, body)
	sort.SliceStable(b.out.Takes, func(x, y int) bool { return b.out.Takes[x].Shelf < b.out.Takes[y].Shelf })
	return b.out
}

// Tool adds a small thing that something on a frame needs; what is in already is not added again.
func (b *Bag) Tool(name, because string) {
	for _, t := range b.Takes {
		if t.Name == name {
			return
		}
	}
	b.Takes = append(b.Takes, Take{Name: name, Kind: "small", Count: 1, Because: because, Working: []reading.Line{}})
}

type packer struct {
	owned []Item
	out   Bag
	taken map[int]bool
	massG float64 // of body and heaviest lens
}

func (b *packer) take(i int, n int, because string) {
	if b.taken[i] {
		return
	}
	b.taken[i] = true
	it := b.owned[i]
	b.out.Takes = append(b.out.Takes, Take{Name: it.Name, Kind: string(it.Kind), Count: n, Shelf: it.Shelf, Because: because, Owned: true, Working: []reading.Line{}})
}

func (b *packer) small(name, because string, n int, working ...reading.Line) {
	b.out.Takes = append(b.out.Takes, Take{Name: name, Kind: "small", Count: n, Because: because, Working: append([]reading.Line{}, working...)})
}

func (b *packer) missing(code, subject, measure, limit, because, try string) {
	b.out.Findings = append(b.out.Findings, finding.Finding{Code: code, Severity: finding.Care, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: []finding.Try{finding.Hands(try)}})
}

// camera takes the body with most pixels, with batteries and cards for the frames.
func (b *packer) camera(shots int) *Item {
	best := -1
	for i, x := range b.owned {
		if x.Kind == Body && x.Count > 0 && (best < 0 || x.PixelsLong > b.owned[best].PixelsLong) {
			best = i
		}
	}
	if best < 0 {
		b.missing("no-body", "No camera", "none written down", "one", "Nothing is photographed without one.", "write the body down under Kit")
		return nil
	}
	b.take(best, 1, "the body with most pixels")
	x := b.owned[best]
	b.massG = math.Max(600, x.WeightG)
	frames := float64(shots) * framesAShot
	n := int(math.Ceil(frames/framesABattery)) + 1
	b.small("Batteries, charged", "one more than the frames need", n, reading.Line{Words: "Frames", Formula: fmt.Sprintf("%d shots × %.0f", shots, framesAShot), Shown: reading.Number(frames, 0)},
		reading.Line{Words: "Batteries, and one to spare", Formula: fmt.Sprintf("%.0f ÷ %.0f, up to the next, + 1", frames, framesABattery), Shown: fmt.Sprint(n)})
	pixels := float64(x.PixelsLong) * float64(x.PixelsLong) * x.SensorHMm / math.Max(1, x.SensorWMm)
	size := frames * pixels * bytesAPixel
	cards := max(2, int(math.Ceil(size/cardBytes))+1)
	b.small("Memory cards, 64 GB, empty", "a card is cleared only when two copies are verified", cards, reading.Line{Words: "Bytes", Formula: fmt.Sprintf("%.0f frames × %.1f Mpx × %.1f", frames, pixels/1e6, bytesAPixel), Shown: reading.Number(size/1e9, 1) + " GB"},
		reading.Line{Words: "Cards, at the least two", Formula: fmt.Sprintf("%.1f ÷ 64, up to the next, + 1", size/1e9), Shown: fmt.Sprint(cards)})
	b.small("Cable to the computer, and a spare", "the camera is not touched while the set stands", 2)
	return &x
}

// lenses takes a lens for every focal length: the one that covers most of them
// first.
func (b *packer) lenses(sets []Planned) {
	open := map[float64][]string{}
	for _, s := range sets {
		if s.FocalMm > 0 {
			open[s.FocalMm] = append(open[s.FocalMm], s.Shot)
		}
	}
	for len(open) > 0 {
		best, most := -1, 0
		for i, x := range b.owned {
			n := 0
			for f := range open {
				if x.Covers(f) && x.Count > 0 {
					n++
				}
			}
			if n > most {
				best, most = i, n
			}
		}
		if best < 0 {
			for f, who := range open {
				b.missing("no-lens", fmt.Sprintf("No lens of %.0f mm", f), fmt.Sprintf("%.0f mm for “%s”", f, who[0]), "a lens that has it", "The set was planned with it.", "borrow or rent one, or change the focal length of the set")
			}
			return
		}
		var used []float64
		for f := range open {
			if b.owned[best].Covers(f) {
				used = append(used, f)
				delete(open, f)
			}
		}
		sort.Float64s(used)
		words := ""
		for _, f := range used {
			words += fmt.Sprintf(" %.0f", f)
		}
		b.take(best, 1, "sets use"+words+" mm")
	}
}

func (b *packer) light(sets []Planned) {
	softbox, clip := 0, 0
	for _, s := range sets {
		if s.Softbox {
			softbox++
		}
		if s.Clip {
			clip++
		}
	}
	lamp := func(fits func(Item) bool, because, code, what string) {
		for i, x := range b.owned {
			if x.Kind == Lamp && x.Count > 0 && fits(x) {
				b.take(i, 1, because)
				return
			}
		}
		b.missing(code, "No "+what, "none written down", "one", "Sets were planned with it.", "borrow or rent one")
	}
	if softbox > 0 {
		lamp(func(x Item) bool { return x.Guide > 0 || x.LuxAt1m > 0 }, fmt.Sprintf("%d sets use a softbox", softbox), "no-lamp", "lamp for the softbox")
		for i, x := range b.owned {
			if x.Kind == Modifier && x.Count > 0 {
				b.take(i, 1, "for the lamp")
				break
			}
		}
		b.small("Mains lead, drum unrolled, away from water", "cables and water: keep plugs off the floor; local rules decide", 2)
	}
	if clip > 0 {
		lamp(func(x Item) bool { return x.LuxAt1m > 0 }, fmt.Sprintf("%d clips need light that stays on", clip), "no-steady-lamp", "lamp that stays on")
	}
}

// cards takes the smallest card that is large enough for each size planned.
func (b *packer) cards(sets []Planned) {
	type size struct{ w, h float64 }
	seen := map[size]bool{}
	clamps := 0
	for _, s := range sets {
		z := size{math.Max(s.CardWMm, s.CardHMm), math.Min(s.CardWMm, s.CardHMm)}
		if z.w <= 0 || seen[z] {
			continue
		}
		seen[z] = true
		best := -1
		for i, x := range b.owned {
			long, short := math.Max(x.WidthMm, x.HeightMm), math.Min(x.WidthMm, x.HeightMm)
			if x.Kind == Card && x.Surface == "white" && x.Count > 0 && long >= z.w-5 && short >= z.h-5 && (best < 0 || long*short < b.owned[best].WidthMm*b.owned[best].HeightMm) {
				best = i
			}
		}
		if best < 0 {
			b.missing("no-card", "No white card that large", fmt.Sprintf("%.0f × %.0f mm", z.w, z.h), "a card of that size", "The fill was worked out with it.", "cut one from foam board")
			continue
		}
		b.take(best, 1, fmt.Sprintf("%.0f × %.0f mm in a set", z.w, z.h))
		clamps += max(1, b.owned[best].Clamps)
	}
	for i, x := range b.owned {
		if x.Kind == Card && x.Surface == "black" && x.Count > 0 {
			b.take(i, 1, "to deepen the shadow side, and to hide what mirrors")
			break
		}
	}
	if clamps > 0 {
		b.small("Clamps", "to stand the cards", clamps)
	}
}

func (b *packer) supports(sets []Planned, body *Item) {
	overhead, other := 0, 0
	for _, s := range sets {
		if s.ElevationDeg >= HangsFromDeg {
			overhead++
		} else {
			other++
		}
	}
	if overhead > 0 {
		at := -1
		for i, x := range b.owned {
			if x.Kind == Support && x.Overhead && x.Count > 0 {
				at = i
			}
		}
		if at < 0 {
			b.missing("no-boom", "Nothing to hold the camera overhead", "none written down", "a boom, or two stands and an arm", "Sets look straight down.", "borrow one; never hold it by hand over food")
		} else {
			x := b.owned[at]
			b.take(at, 1, fmt.Sprintf("%d sets look straight down", overhead))
			bag := SandbagG(b.massG+HeadG, x.ReachMm)
			n := max(1, int(math.Ceil(bag/5000)))
			b.small("Sandbags, 5 kg", "a boom over heads and food is weighted and tethered", n,
				reading.Line{Words: "Body, lens and head", Formula: fmt.Sprintf("%.0f g + %.0f g", b.massG, HeadG), Shown: fmt.Sprintf("%.0f g", b.massG+HeadG)},
				reading.Line{Words: "Least weight on the base", Formula: SandbagFormula(b.massG+HeadG, x.ReachMm), Shown: fmt.Sprintf("%.1f kg", bag/1000)})
			b.out.Findings = append(b.out.Findings, finding.Finding{Code: "boom", Severity: finding.Care, Subject: "A boom over the table", Measure: fmt.Sprintf("%.1f kg on the base at the least", bag/1000), Limit: fmt.Sprintf("%.1f times the tipping moment", safety),
				Because: "What hangs over people and food is weighted and tethered; its maker's limits and local rules come first.", Try: []finding.Try{finding.Hands("hang the bags, tie the camera to the boom, and keep heads out from under it")}})
			if x.LoadG > 0 && b.massG > x.LoadG {
				b.missing("boom-load", x.Name+" carries too much", fmt.Sprintf("%.0f g", b.massG), fmt.Sprintf("%.0f g", x.LoadG), "It was made for less.", "use a lighter lens or a stronger boom")
			}
		}
	}
	if other > 0 {
		for i, x := range b.owned {
			if x.Kind == Support && !x.Overhead && x.Count > 0 {
				b.take(i, 1, fmt.Sprintf("%d sets on a tripod", other))
				break
			}
		}
	}
}
