package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Sauce is something that shines: how thick it is cold, Pa s (start values of our own within what is published).
type Sauce struct {
	Name string  `json:"name" doc:"What it is"`
	PaS  float64 `json:"-"`
	Of   string  `json:"-"` // what thins it
	Thin float64 `json:"-"` // and how thick that is
}

// Sauces there are.
var Sauces = []Sauce{
	{"reduced juices", 0.3, "water", 0.001},
	{"gravy", 1.5, "water", 0.001},
	{"tomato sauce", 4, "water", 0.001},
	{"caramel", 6, "water", 0.001},
	{"chocolate sauce", 3, "cream", 0.02},
	{"honey", 8, "water", 0.001},
	{"oil, brushed on", 0.07, "nothing", 0.07},
}

// GlossAsk is a coat that is to stay, and how long.
type GlossAsk struct {
	Kind   string
	AllMl  float64 // of the sauce
	WallMm float64 // how high it clings
	CoatMm float64 // how thick the coat shall still be
	HoldS  float64 // after so long
}

// A surface pulls itself level with about this, N/m (fats and sugar in water lie between 0.03 and 0.07); a brush leaves
// lines so far apart.
const (
	surfaceNM = 0.05
	brushMm   = 2.0
	sauceKGM3 = 1050.0
)

// Gloss works out how far a sauce is thinned so that its coat stays, and whether brush marks level.
func Gloss(a GlossAsk) (HandLab, []finding.FieldProblem) {
	var bad asked
	var k *Sauce
	for i := range Sauces {
		if Sauces[i].Name == a.Kind {
			k = &Sauces[i]
		}
	}
	bad.kind("kind", a.Kind, k != nil)
	bad.from("allMl", "Of the sauce, ml", a.AllMl, 1, 5000)
	bad.from("wallMm", "It clings over, mm", a.WallMm, 2, 500)
	bad.from("coatMm", "The coat, mm", a.CoatMm, 0.05, 5)
	bad.from("holdS", "For, s", a.HoldS, 1, 1800)
	if len(bad) > 0 {
		return HandLab{}, bad
	}
	coat, wall := a.CoatMm/1000, a.WallMm/1000
	needs := coat * coat * sauceKGM3 * gravity * a.HoldS / wall
	share := 0.0
	if k.Thin < k.PaS {
		share = math.Max(0, math.Min(0.5, math.Log(k.PaS/needs)/math.Log(k.PaS/k.Thin)))
	}
	thick := math.Pow(k.PaS, 1-share) * math.Pow(k.Thin, share)
	add := a.AllMl * share / (1 - share)
	left := 1000 * math.Sqrt(thick*wall/(sauceKGM3*gravity*a.HoldS))
	lambda := brushMm / 1000
	levels := math.Log(20) * 3 * thick * math.Pow(lambda, 4) / (16 * math.Pow(math.Pi, 4) * surfaceNM * math.Pow(coat, 3))
	out := HandLab{Rows: []reading.Reading{
		reading.New("needs", "So thick it has to be", needs, "Pa s", 2, "A coat runs off a wall so that h = √(μ z / (ρ g t)) is left (Jeffreys 1930)",
			reading.Line{Words: "Left after that time, at the foot of that wall", Formula: fmt.Sprintf("%.2f mm, %.0f s, %.0f mm", a.CoatMm, a.HoldS, a.WallMm), Shown: fmt.Sprintf("%.2f Pa s", needs)}),
		reading.New("add", "Thin it with "+k.Of, add, "ml", 0, "Mixed liquids: ln μ goes by share (Arrhenius 1887)",
			reading.Line{Words: "It is, and what thins it is", Formula: "Pa s", Shown: fmt.Sprintf("%.2f and %.3f", k.PaS, k.Thin)},
			reading.Line{Words: "So a share of", Formula: "ln(μ₀/μ) / ln(μ₀/μ₁), half at most", Shown: fmt.Sprintf("%.0f %%", 100*share)},
			reading.Line{Words: "Then it is", Formula: "μ₀^(1−x) μ₁^x", Shown: fmt.Sprintf("%.2f Pa s", thick)}),
		reading.New("left", "Coat left then", left, "mm", 2, "Jeffreys 1930",
			reading.Line{Words: "As thick as it then is", Formula: "√(μ z / (ρ g t))", Shown: fmt.Sprintf("%.2f mm", left)}),
		reading.New("levels", "Brush marks are gone after", levels, "s", 0, "A wavy film levels as e^(−16π⁴σh³t / 3μλ⁴) (Orchard 1962)",
			reading.Line{Words: "Marks so far apart", Formula: "λ", Shown: fmt.Sprintf("%.0f mm", brushMm)},
			reading.Line{Words: "Until a twentieth of them is left", Formula: "ln 20 × 3 μ λ⁴ / (16 π⁴ σ h³)", Shown: fmt.Sprintf("%.0f s", levels)}),
	}}
	switch {
	case k.Thin >= k.PaS:
		out.Words = "Brush oil on where brush marks do not show, at the last minute: it is as thin as it is."
	case share == 0:
		out.Words = fmt.Sprintf("Do not thin it: it runs off sooner than that as it is, down to %.2f mm. Reduce it, or spoon it on at the last minute.", left)
	default:
		out.Words = fmt.Sprintf("%.0f ml of %s into %.0f ml of sauce. Cold, so that no skin forms; spooned on at the last minute.", add, k.Of, a.AllMl)
	}
	if share == 0.5 {
		out.Words += " More than half of it would be thinner than a sauce: take less of a coat."
	}
	return out, nil
}
