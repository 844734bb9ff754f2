package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/shape"
)

// Filled is a vessel with something in it.
type Filled struct {
	Vessel  shape.Vessel
	LevelMm float64 // how high it stands over the table
	Colour  string  // #rrggbb through 5 cm at full strength
	Share   float64 // of full strength
	Parts   drink.Parts
}

// Cup is it as a lump that warms and cools.
func (f Filled) Cup() drink.Cup {
	return drink.Cup{DrinkG: drink.Below(f.Vessel, f.LevelMm) * drink.Density(f.Parts) / 1000, GlassG: drink.GlassG(f.Vessel), AreaMm2: drink.WetMm2(f.Vessel, f.LevelMm)}
}

// check returns what is wrong with a vessel that there is nothing to reckon with of.
func (f Filled) check() []finding.FieldProblem {
	if len(f.Vessel.Inner) < 2 || drink.Holds(f.Vessel) <= 0 {
		return []finding.FieldProblem{{Path: "vessel", Words: "This vessel has no profile to reckon with: write down its diameter and height on the set first."}}
	}
	return nil
}

// DrinkAsk is what is asked of the drink lab.
type DrinkAsk struct {
	Wanted  float64 // lightness, L*; 0 for as it is on the set
	Glasses int
	Spare   int
	Cubes   int
	CubeMl  float64
}

// Check returns what cannot be accepted.
func (a DrinkAsk) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, wrong bool) {
		if wrong || math.IsNaN(a.Wanted) {
			out = append(out, finding.FieldProblem{Path: path, Words: words})
		}
	}
	bad("lightness", "Lightness goes from 0, black, to 99; even water is not lighter.", a.Wanted < 0 || a.Wanted > 99)
	bad("glasses", "From 1 to 60 glasses.", a.Glasses < 1 || a.Glasses > 60)
	bad("spare", "From none to 60 spare ones.", a.Spare < 0 || a.Spare > 60)
	bad("cubes", "From none to 40 pieces.", a.Cubes < 0 || a.Cubes > 40)
	bad("cubeMl", "A piece has from 1 to 200 ml.", a.CubeMl < 1 || a.CubeMl > 200)
	return out
}

// Iced is a kind of ice in this glass.
type Iced struct {
	drink.Solid
	drink.With
	Words string `json:"words" doc:"That in a sentence"`
}

// DrinkLab is how a drink looks in its glass, and what is mixed.
type DrinkLab struct {
	PathMm     float64         `json:"pathMm" doc:"Way through the middle of the glass, half way up the drink"`
	EachMl     float64         `json:"eachMl" doc:"In each glass"`
	HoldsMl    float64         `json:"holdsMl" doc:"What the glass holds to its rim"`
	LevelMm    float64         `json:"levelMm" doc:"How high it stands over the table"`
	Density    float64         `json:"densityKgM3" doc:"Of the drink, by its recipe"`
	Full       reading.Reading `json:"full" doc:"How light it looks at full strength"`
	Now        reading.Reading `json:"now" doc:"And as it is on the set"`
	Share      float64         `json:"share" doc:"Of full strength for the lightness wanted"`
	Then       reading.Reading `json:"then" doc:"How light it looks so"`
	Dilution   reading.Reading `json:"dilution" doc:"That share with its working"`
	FullAcross []string        `json:"fullAcross" doc:"Seen across the glass at full strength, left to right, #rrggbb"`
	ThenAcross []string        `json:"thenAcross" doc:"And diluted"`
	Mix        drink.Mix       `json:"mix" doc:"What is mixed"`
	Ices       []Iced          `json:"ices" doc:"What floats in it and how far it lifts it"`
	Words      string          `json:"words" doc:"What to do, in a sentence"`
}

const swatches = 28

func glassesOf(n int) string {
	if n == 1 {
		return "1 glass"
	}
	return fmt.Sprintf("%d glasses", n)
}

// Drink works the drink lab out.
func Drink(f Filled, a DrinkAsk) (DrinkLab, []finding.FieldProblem) {
	if bad := append(f.check(), a.Check()...); len(bad) > 0 {
		return DrinkLab{}, bad
	}
	full := drink.Absorbs(f.Colour, 1)
	half := (f.Vessel.FloorMm() + f.LevelMm) / 2
	r := f.Vessel.InsideAt(half)
	out := DrinkLab{PathMm: 2 * r, EachMl: drink.Below(f.Vessel, f.LevelMm), HoldsMl: drink.Holds(f.Vessel), LevelMm: f.LevelMm, Density: drink.Density(f.Parts)}
	out.Full = drink.LightnessReading("full", "At full strength", full, 1, out.PathMm)
	out.Now = drink.LightnessReading("now", "On the set", full, f.Share, out.PathMm)
	out.Share = f.Share
	if a.Wanted > 0 {
		out.Share = drink.ShareFor(full, out.PathMm, a.Wanted)
	}
	out.Then = drink.LightnessReading("then", "Diluted", full, out.Share, out.PathMm)
	was, is := drink.Through(full, out.PathMm).Lux(), drink.Through(full.Times(out.Share), out.PathMm).Lux()
	out.Dilution = reading.New("share", "Share of the drink", 100*out.Share, "%", 0, "Beer and Lambert: T = 10^(−ε c l); a share k of the strength lets T^k through, band by band",
		reading.Line{Words: "Light that comes through at full strength", Formula: fmt.Sprintf("%.0f mm of it", out.PathMm), Shown: fmt.Sprintf("%.2f %%", 100*was)},
		reading.Line{Words: "Light that is wanted", Formula: fmt.Sprintf("L* %.0f", out.Then.Value), Shown: fmt.Sprintf("%.2f %%", 100*is)},
		reading.Line{Words: "One to be taken to the power that makes the other, band by band", Formula: "Y(T^k) = wanted, by halving", Shown: fmt.Sprintf("k = %.3f", out.Share)})
	out.FullAcross, out.ThenAcross = drink.Swatch(full, r, swatches), drink.Swatch(full.Times(out.Share), r, swatches)
	out.Mix = drink.MixFor(a.Glasses, a.Spare, out.EachMl, out.Share)
	out.Ices = []Iced{}
	for _, s := range drink.Ices {
		w := drink.PutIn(f.Vessel, f.LevelMm, out.Density, a.Cubes, a.CubeMl, s)
		words := "sinks: stack it from the floor up"
		if w.Floats {
			words = fmt.Sprintf("floats, %.0f mm of it above the surface", w.OutMm)
		}
		words += fmt.Sprintf("; the drink rises by %.0f mm", math.Max(0, w.LevelMm-f.LevelMm))
		if w.OverMl > 0.5 {
			words += fmt.Sprintf(", and %.0f ml run over: pour that much less", w.OverMl)
		}
		out.Ices = append(out.Ices, Iced{s, w, words + "."})
	}
	switch {
	case out.Share >= 0.995:
		out.Words = "It is as light as wanted at full strength: nothing to thin."
	default:
		out.Words = fmt.Sprintf("%.0f ml of the drink and %.0f ml of water: %s, %d spare.", out.Mix.DrinkMl, out.Mix.WaterMl, glassesOf(a.Glasses), a.Spare)
	}
	return out, nil
}

// Air is the room's, and how warm the drink or dish is.
type Air struct {
	RoomC    float64
	Humidity float64 // percent
	DishC    float64
}

// Check returns what cannot be accepted.
func (a Air) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, wrong bool) {
		if wrong {
			out = append(out, finding.FieldProblem{Path: path, Words: words})
		}
	}
	bad("roomC", "A room where people work has from −10 to 45 °C.", !(a.RoomC >= -10 && a.RoomC <= 45))
	bad("humidity", "Humidity goes from 1 to 100 %; no room's air is without any water.", !(a.Humidity >= 1 && a.Humidity <= 100))
	bad("dishC", "From −30 to 100 °C: above that it boils.", !(a.DishC >= -30 && a.DishC <= 100))
	return out
}

// DewLab is dew on a glass: from the room, breathed on, or made to last.
type DewLab struct {
	Dew     reading.Reading `json:"dew" doc:"Dew point of the room"`
	Day     drink.DewDay    `json:"day" doc:"What becomes of the glass"`
	Chills  []drink.Chill   `json:"chills" doc:"How long it takes to be so cold from the room's temperature"`
	Lasting drink.Sprayed   `json:"lasting" doc:"Dew that lasts"`
	Melt    drink.Melt      `json:"melt" doc:"What becomes of ice in it"`
	Plate   drink.Span      `json:"plateS" doc:"How long the same ice lasts on a plate, s"`
	Curve   []float64       `json:"curve" doc:"How warm the drink is, °C, every two minutes for an hour, in the middle of the range"`
	Model   string          `json:"model" doc:"What the figures rest on"`
}

// Dew works the dew lab out.
func Dew(f Filled, a Air, glasses, cubes int, cubeMl float64) (DewLab, []finding.FieldProblem) {
	bad := append(f.check(), a.Check()...)
	if glasses < 1 || glasses > 60 {
		bad = append(bad, finding.FieldProblem{Path: "glasses", Words: "From 1 to 60 glasses."})
	}
	if cubes < 0 || cubes > 40 || !(cubeMl >= 1 && cubeMl <= 200) {
		bad = append(bad, finding.FieldProblem{Path: "cubes", Words: "From none to 40 pieces of 1 to 200 ml."})
	}
	if len(bad) > 0 {
		return DewLab{}, bad
	}
	c := f.Cup()
	out := DewLab{Dew: drink.DewReading(a.RoomC, a.Humidity), Day: drink.DewOn(c, a.DishC, a.RoomC, a.Humidity), Lasting: drink.LastingDew(c.AreaMm2, glasses), Curve: []float64{}}
	freezes := drink.Freezing(f.Parts)
	for _, cold := range []drink.Cold{drink.Fridge, drink.Freezer} {
		out.Chills = append(out.Chills, drink.ChillTo(c, a.RoomC, a.DishC, cold, freezes))
	}
	out.Melt = drink.InDrink(c, cubes, cubeMl, math.Max(0, a.DishC), a.RoomC)
	out.Plate = drink.OnPlate(cubeMl, math.Max(1, a.RoomC))
	if cubes == 0 {
		out.Melt = drink.Melt{}
	}
	w := c.Warm(a.DishC, a.RoomC, a.Humidity, drink.Air.Mid(), 3600, 20)
	for i := 0; i < len(w.C); i += 6 {
		out.Curve = append(out.Curve, math.Round(10*w.C[i])/10)
	}
	out.Model = "One lump of drink and glass; still air takes or gives 8 to 10 W/m²K, the drink gives its glass 100 to 300; dew gives off its own heat. A range is what these leave open: a draught or a stir is outside it."
	return out, nil
}

// PourAsk is what is asked of the pour lab.
type PourAsk struct {
	Liquid, Spout string
	FlowMl        float64 // ml/s; 0 for what a steady hand pours
	FallMm        float64
	AllMl         float64
}

// Pour works a pour out.
func Pour(a PourAsk) (Jet, []finding.FieldProblem) {
	var bad []finding.FieldProblem
	liquid, spout := -1, -1
	for i, l := range Liquids {
		if l.Name == a.Liquid {
			liquid = i
		}
	}
	for i, s := range Spouts {
		if s.Name == a.Spout {
			spout = i
		}
	}
	if liquid < 0 {
		bad = append(bad, finding.FieldProblem{Path: "liquid", Words: "“" + a.Liquid + "” is no liquid of this list."})
	}
	if spout < 0 {
		bad = append(bad, finding.FieldProblem{Path: "spout", Words: "“" + a.Spout + "” is no spout of this list."})
	}
	if !(a.FlowMl >= 0 && a.FlowMl <= 300) {
		bad = append(bad, finding.FieldProblem{Path: "flow", Words: "A hand pours from 1 to 300 ml a second; 0 stands for what is usual for the spout."})
	}
	if !(a.FallMm >= 5 && a.FallMm <= 1500) {
		bad = append(bad, finding.FieldProblem{Path: "fallMm", Words: "From 5 mm to 1.5 m of fall."})
	}
	if !(a.AllMl >= 0 && a.AllMl <= 2000) {
		bad = append(bad, finding.FieldProblem{Path: "allMl", Words: "Up to 2 litres in one pour; more than that nobody holds with one hand. No less than nothing."})
	}
	if len(bad) > 0 {
		return Jet{}, bad
	}
	flow := a.FlowMl
	if flow == 0 {
		flow = Spouts[spout].FlowMl
	}
	return PourFrom(Liquids[liquid], Spouts[spout], flow, a.FallMm, a.AllMl), nil
}

// SteamOf works steam over what is in a vessel out; still for all but a thin drink.
func SteamOf(f Filled, a Air, still bool) (Steam, []finding.FieldProblem) {
	if bad := append(f.check(), a.Check()...); len(bad) > 0 {
		return Steam{}, bad
	}
	r := f.Vessel.InsideAt(f.LevelMm)
	return SteamOver(f.Cup(), math.Pi*r*r, a.DishC, a.RoomC, a.Humidity, still), nil
}

// BowlOf works a hidden lift out.
func BowlOf(f Filled, pieces int, eachMl float64) (Lift, []finding.FieldProblem) {
	bad := f.check()
	if pieces < 0 || pieces > 60 {
		bad = append(bad, finding.FieldProblem{Path: "pieces", Words: "From none to 60 pieces."})
	}
	if !(eachMl >= 1 && eachMl <= 500) {
		bad = append(bad, finding.FieldProblem{Path: "eachMl", Words: "A piece has from 1 to 500 ml."})
	}
	if len(bad) > 0 {
		return Lift{}, bad
	}
	return HiddenLift(f.Vessel, f.LevelMm, pieces, eachMl), nil
}

// ForDish is what the amounts of cards are worked out from.
func ForDish(f Filled, glasses, spare, serves int) For {
	out := Usual()
	out.Glasses, out.Spare, out.Serves = glasses, spare, serves
	if len(f.check()) > 0 {
		return out
	}
	out.EachMl = drink.Below(f.Vessel, f.LevelMm)
	full := drink.Absorbs(f.Colour, 1)
	r := f.Vessel.InsideAt((f.Vessel.FloorMm() + f.LevelMm) / 2)
	out.Share = drink.ShareFor(full, 2*r, lightEnough)
	dew := drink.LastingDew(drink.WetMm2(f.Vessel, f.LevelMm), glasses+spare)
	out.SyrupMl, out.WaterMl = dew.SyrupMl, dew.WaterMl
	l := HiddenLift(f.Vessel, f.LevelMm, out.Pieces, out.PieceMl)
	out.LiquidMl = l.LiquidMl
	return out
}

// lightEnough is how light a drink is thinned to where nobody said, L* (start value of our own).
const lightEnough = 45
