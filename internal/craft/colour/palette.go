package colour

import (
	"fmt"
	"math"
	"sort"
	"strings"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/reading"
)

// Ask is what a palette is judged against.
type Ask struct {
	Dark   bool     // dark and moody, else bright and airy
	Bold   bool     // bold colour, else muted
	House  []string // the client's colours
	School string   // quiet or bold ground
}

// Palette is what a plan's colours come to.
type Palette struct {
	Readings []reading.Reading `json:"readings" doc:"Figures of the palette"`
	Findings []finding.Finding `json:"findings" doc:"What to think about"`
	Vessels  []Choice          `json:"vessels" doc:"Colours for plate, bowl or glass, best first"`
	Grounds  []Choice          `json:"grounds" doc:"Colours for table or backdrop, best first"`
	Accents  []Choice          `json:"accents" doc:"Colours for one small thing beside"`
	Schools  []School          `json:"schools" doc:"The schools of ground, each with its reason"`
	Points   []Point           `json:"points" doc:"Every colour of the plan on the wheel"`
}

// Point is a colour of the plan on the wheel.
type Point struct {
	Role    string  `json:"role" enum:"food,vessel,ground,accent" doc:"What it is the colour of"`
	Name    string  `json:"name" doc:"Whose colour it is"`
	Hex     string  `json:"hex" doc:"#rrggbb"`
	Words   string  `json:"words" doc:"The colour in words"`
	HueDeg  float64 `json:"hueDeg" doc:"OKLCH hue; means nothing when Chroma is near 0"`
	Chroma  float64 `json:"chroma" doc:"OKLCH chroma"`
	Percent float64 `json:"percent" doc:"Its part of the food; 0 for what is no food"`
}

// points puts every colour of a plan on the wheel.
func (p Plan) points(ts []tone) []Point {
	out := []Point{}
	for _, t := range ts {
		out = append(out, Point{"food", t.part.Name, t.part.Hex, t.lch.Name(), t.lch.HueDeg, t.lch.Chroma, 100 * t.weight})
	}
	for _, x := range []struct{ role, name, hex string }{{"vessel", "Vessel", p.Vessel}, {"ground", "Ground", p.Ground}, {"accent", "Accent", p.Accent}} {
		if c, err := Parse(x.hex); err == nil {
			out = append(out, Point{x.role, x.name, x.hex, c.Name(), c.HueDeg, c.Chroma, 0})
		}
	}
	return out
}

// School is one way of choosing a ground.
type School struct {
	Key   string `json:"key" doc:"quiet or bold"`
	Words string `json:"words" doc:"Its name and reason in a sentence"`
}

// Schools of handbook line P3.
var Schools = []School{
	{"quiet", "Quiet ground: neutrals and earths step back and let the food sing; they can be used again without every picture looking alike."},
	{"bold", "Bold ground: a clean strong colour opposite the food makes it jump; use it on purpose, it will be remembered."},
}

// Choice is a colour suggested, with why.
type Choice struct {
	Hex     string  `json:"hex" doc:"#rrggbb"`
	Name    string  `json:"name" doc:"In words"`
	Score   float64 `json:"score" doc:"0 to 100"`
	Because string  `json:"because" doc:"Why it suits"`
	Parts   []Score `json:"parts" doc:"What the score is made of"`
}

// Score is one part of a score.
type Score struct {
	Name   string  `json:"name" doc:"What was looked at"`
	Value  float64 `json:"value" doc:"0 to 1"`
	Weight float64 `json:"weight" doc:"How much it counts; the weights of a score add up to 1"`
	Words  string  `json:"words" doc:"What was found"`
}

const source = "OKLCH after Ottosson 2020; distances CIEDE2000; the limits are our own, from practice"

// tone is a colour of the food with its weight, weights adding up to 1.
type tone struct {
	part   Part
	lch    LCH
	weight float64
}

func tones(food []Part) []tone {
	sum := 0.0
	for _, f := range food {
		sum += f.Share
	}
	var out []tone
	for _, f := range food {
		c, err := Parse(f.Hex)
		if err != nil {
			continue
		}
		w := f.Share / sum
		if sum == 0 {
			w = 1 / float64(len(food))
		}
		out = append(out, tone{f, c, w})
	}
	return out
}

// Hues gathers the food's coloured parts into hues: parts within 35 degrees of a
// hue's middle belong to it. The heaviest first.
func hues(ts []tone) []hue {
	sorted := append([]tone{}, ts...)
	sort.SliceStable(sorted, func(a, b int) bool {
		return sorted[a].weight*sorted[a].lch.Chroma > sorted[b].weight*sorted[b].lch.Chroma
	})
	var out []hue
	for _, t := range sorted {
		if t.lch.Grey() {
			continue
		}
		placed := false
		for i := range out {
			if Between(out[i].deg(), t.lch.HueDeg) <= 35 {
				out[i].add(t)
				placed = true
				break
			}
		}
		if !placed {
			h := hue{}
			h.add(t)
			out = append(out, h)
		}
	}
	return out
}

type hue struct {
	x, y, weight, pull float64
	names              []string
	family             string
}

func (h *hue) add(t tone) {
	k := t.weight * t.lch.Chroma
	rad := t.lch.HueDeg * math.Pi / 180
	h.x, h.y, h.weight = h.x+k*math.Cos(rad), h.y+k*math.Sin(rad), h.weight+t.weight
	if h.family == "" || k > h.pull {
		h.pull, h.family = k, t.lch.Family()
	}
	h.names = append(h.names, t.part.Name)
}

func (h hue) deg() float64 { return math.Mod(math.Atan2(h.y, h.x)*180/math.Pi+360, 360) }

// dominantShare is the weight from which a hue counts as dominant.
const dominantShare = 0.12

// Read works out a palette. A plan without food gives no suggestions.
func (p Plan) Read(ask Ask) Palette {
	out := Palette{Readings: []reading.Reading{}, Findings: []finding.Finding{}, Vessels: []Choice{}, Grounds: []Choice{}, Accents: []Choice{}, Schools: Schools}
	ts := tones(p.Food)
	out.Points = p.points(ts)
	if len(ts) == 0 {
		return out
	}
	hs := hues(ts)
	light, chroma := 0.0, 0.0
	var lines []reading.Line
	for _, t := range ts {
		light, chroma = light+t.weight*t.lch.Lightness, chroma+t.weight*t.lch.Chroma
		lines = append(lines, reading.Line{Words: t.part.Name + ", " + t.lch.Name(), Formula: fmt.Sprintf("share %.0f %% × chroma %.3f", 100*t.weight, t.lch.Chroma), Shown: fmt.Sprintf("%.3f", t.weight*t.lch.Chroma)})
	}
	dominant := 0
	var dl []reading.Line
	for _, h := range hs {
		counts := "does not count"
		if h.weight >= dominantShare {
			dominant++
			counts = "counts"
		}
		dl = append(dl, reading.Line{Words: strings.Join(h.names, ", ") + " share a hue", Formula: fmt.Sprintf("hue %.0f°, share %.0f %% against %.0f %%", h.deg(), 100*h.weight, 100*dominantShare), Shown: counts})
	}
	out.Readings = append(out.Readings,
		reading.New("dominant", "Dominant hues in the food", float64(dominant), "", 0, source, dl...),
		reading.New("chroma", "Colour of the food", chroma, "chroma", 3, source, lines...),
		reading.New("lightness", "Lightness of the food", 100*light, "%", 0, source, reading.Line{Words: "Mean OKLab lightness by share", Formula: fmt.Sprintf("%.3f × 100", light), Shown: fmt.Sprintf("%.0f %%", 100*light)}))
	f := food{ts, hs, LCH{Lightness: light, Chroma: chroma}, ask}
	p.judge(f, dominant, &out)
	out.Vessels, out.Grounds, out.Accents = f.vessels(p), f.grounds(p), f.accents(p)
	return out
}

// food is what suggestions are made for.
type food struct {
	tones []tone
	hues  []hue
	mean  LCH
	ask   Ask
}

// lead is the food's strongest hue; ok is false when it has none.
func (f food) lead() (deg float64, ok bool) {
	if len(f.hues) == 0 {
		return 0, false
	}
	return f.hues[0].deg(), true
}

func (p Plan) judge(f food, dominant int, out *Palette) {
	add := func(code string, severity finding.Severity, subject, measure, limit, because string, try ...finding.Try) {
		out.Findings = append(out.Findings, finding.Finding{Code: code, Severity: severity, Subject: subject, Measure: measure, Limit: limit, Because: because, Try: try})
	}
	tell := func(told finding.Finding, try ...finding.Try) {
		told.Try = try
		out.Findings = append(out.Findings, told)
	}
	brown := 0.0
	for _, t := range f.tones {
		if n := t.lch.Family(); n == "brown" || n == "cream" || n == "grey" || n == "white" || n == "black" {
			brown += t.weight
		}
	}
	lead, hasLead := f.lead()
	opposite := math.Mod(lead+180, 360)
	switch {
	case brown >= 0.75 && p.Accent == "":
		c := f.accents(p)
		var try []finding.Try
		for i := 0; i < len(c) && i < 2; i++ {
			try = append(try, finding.Press("Add an accent of "+c[i].Name, finding.SetText("accent", c[i].Hex)))
		}
		add("brown", finding.Care, "The dish is brown, cream or grey", fmt.Sprintf("%.0f %% of it has little hue", 100*brown), "75 %", "A brown dish needs coloured company: leaves, a cloth, a slice of what went in.", try...)
	case f.mean.Chroma > 0.13 && p.Accent == "" && p.Ground == "":
		add("loud", finding.Note, "A loud dish", fmt.Sprintf("chroma %.2f", f.mean.Chroma), "0.13", "It sings by itself: quiet plates let it, and one soft accent calms a punchy set.",
			finding.Press("A quiet ground", finding.SetText("school", "quiet")))
	}
	if dominant > 3 {
		add("many-hues", finding.Care, "Many hues at once", fmt.Sprintf("%d dominant hues", dominant), "3", "Two or three dominant colours are the most an eye holds together.", finding.Hands("leave one of the small ones off, or let it shrink to a garnish"))
	}
	for _, at := range []struct{ path, hex, what string }{{"vessel", p.Vessel, "The vessel"}, {"ground", p.Ground, "The ground"}} {
		c, err := Parse(at.hex)
		if err != nil {
			continue
		}
		for _, t := range f.tones {
			if d := Distance(at.hex, t.part.Hex); Twin(d) && t.weight >= 0.1 {
				choices := f.vessels(p)
				if at.path == "ground" {
					choices = f.grounds(p)
				}
				tell(TwinFinding(at.path+"-twin", at.what, t.part.Name, d), finding.Press(fmt.Sprintf("Make it %s", choices[0].Name), finding.SetText(at.path, choices[0].Hex)))
				break
			}
		}
		if t, fights := f.fights(c); fights && at.path == "vessel" {
			quieter := c
			quieter.Chroma = 0.03
			opposite := LCH{c.Lightness, c.Chroma, math.Mod(t.lch.HueDeg+180, 360)}
			tell(FightFinding("vessel-fights", at.what, t.part.Name, c, t.lch),
				finding.Press("The same, quieter", finding.SetText("vessel", quieter.Hex())), finding.Press("Turn it to the opposite hue", finding.SetText("vessel", opposite.Hex())))
		}
		if c.Chroma > math.Max(0.06, 1.3*loudest(f.tones)) && p.School == "quiet" {
			quieter := c
			quieter.Chroma = 0.03
			add(at.path+"-shouts", finding.Care, at.what+" is stronger than the food", fmt.Sprintf("chroma %.2f", c.Chroma), fmt.Sprintf("%.2f, the food's strongest", loudest(f.tones)), "The eye goes to the strongest colour, and that should be the food.",
				finding.Press("The same, quieter", finding.SetText(at.path, quieter.Hex())), finding.Press("Choose the bold school on purpose", finding.SetText("school", "bold")))
		}
	}
	if v, err := Parse(p.Vessel); err == nil {
		if f.ask.Dark && v.Lightness > 0.85 && f.mean.Lightness < 0.45 {
			add("plate-bright", finding.Care, "A bright plate under dark food", fmt.Sprintf("%.1f stops apart", math.Log2(Reflectance(p.Vessel)/math.Max(0.01, meanReflectance(f.tones)))), "3 stops", "They do not fit one exposure well, and a dark mood makes the plate the brightest thing.", finding.Press("A darker vessel", finding.SetText("vessel", f.vessels(p)[0].Hex)))
		}
	}
	if hasLead && p.Ground != "" && p.Vessel != "" && !hasNear(p, f, opposite) && f.mean.Chroma > 0.05 && p.School == "bold" {
		c := LCH{0.5, 0.12, opposite}
		add("no-opposite", finding.Note, "Nothing opposite the food", fmt.Sprintf("food at %.0f°", lead), fmt.Sprintf("%.0f° opposite", opposite), "Opposites on the wheel lift each other.", finding.Press("A ground of "+c.Name(), finding.SetText("ground", c.Hex())))
	}
	if len(f.ask.House) > 0 && p.Ground != "" {
		best := math.Inf(1)
		for _, h := range f.ask.House {
			a, errA := Parse(h)
			b, errB := Parse(p.Ground)
			if errA == nil && errB == nil {
				d := Between(a.HueDeg, b.HueDeg)
				if a.Grey() || b.Grey() {
					d = 100 * math.Hypot(a.Lightness-b.Lightness, 4*(a.Chroma-b.Chroma))
				}
				best = math.Min(best, d)
			}
		}
		if best > 40 {
			add("house", finding.Note, "The ground is away from the house colour", fmt.Sprintf("%.0f° of hue", best), "40°", "A client's house colour fixes the background.", finding.Press("Use the house colour", finding.SetText("ground", f.ask.House[0])))
		}
	}
}

// fights finds a part of the food, no mere trace of it, that a colour fights.
func (f food) fights(c LCH) (tone, bool) {
	for _, t := range f.tones {
		if _, fights := Fight(c, t.lch); fights && t.weight >= 0.1 {
			return t, true
		}
	}
	return tone{}, false
}

func hasNear(p Plan, f food, deg float64) bool {
	for _, hex := range []string{p.Vessel, p.Ground, p.Accent} {
		if c, err := Parse(hex); err == nil && !c.Grey() && Between(c.HueDeg, deg) <= 45 {
			return true
		}
	}
	for _, t := range f.tones {
		if !t.lch.Grey() && Between(t.lch.HueDeg, deg) <= 45 {
			return true
		}
	}
	return false
}

func loudest(ts []tone) float64 {
	m := 0.0
	for _, t := range ts {
		if t.weight >= 0.05 {
			m = math.Max(m, t.lch.Chroma)
		}
	}
	return m
}

func meanReflectance(ts []tone) float64 {
	y := 0.0
	for _, t := range ts {
		y += t.weight * Reflectance(t.part.Hex)
	}
	return y
}
