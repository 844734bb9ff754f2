package styling

import (
	"fmt"
	"math"

	"figladder/internal/craft/drink"
	"figladder/internal/craft/exposure"
	"figladder/internal/craft/reading"
)

// Liquid is how something runs.
type Liquid struct {
	Name    string  `json:"name" doc:"What it is"`
	Density float64 `json:"densityKgM3" doc:"kg/m³"`
	Tension float64 `json:"tensionNM" doc:"Surface tension, N/m"`
	MPaS    float64 `json:"mPas" doc:"Viscosity, mPa s"`
}

// Liquids that are poured, at room temperature (CRC Handbook; cream, sauce, syrup and honey by FAO's and our own
// start values).
var Liquids = []Liquid{
	{"water, tonic, stock", 998, 0.072, 1},
	{"wine, cider, spirit", 985, 0.045, 1.6},
	{"milk", 1030, 0.047, 2},
	{"oil", 915, 0.033, 70},
	{"cream", 1000, 0.046, 25},
	{"sauce", 1050, 0.05, 600},
	{"syrup", 1300, 0.075, 300},
	{"honey", 1420, 0.08, 8000},
}

// Spout is what it is poured from.
type Spout struct {
	Name   string  `json:"name" doc:"What it is"`
	WideMm float64 `json:"wideMm" doc:"How wide its stream is as it leaves"`
	FlowMl float64 `json:"flowMlS" doc:"What a steady hand pours from it, ml/s"`
	LipMm  float64 `json:"lipMm" doc:"How round its lip is, mm of radius"`
}

// Spouts are what one pours from, start values of our own: a narrow spout gathers the stream, a round thick rim lets it spread and cling.
var Spouts = []Spout{
	{"small jug", 7, 25, 1},
	{"kettle with a long spout", 8, 40, 0.7},
	{"jug", 14, 70, 1.5},
	{"bottle", 16, 60, 2},
	{"glass", 24, 70, 1.2},
	{"pan", 30, 120, 3},
}

// Gravity, m/s².
const gravity = 9.81

const jetSource = "free fall: v² = v₀² + 2 g h; what flows stays the same, so d = d₀ √(v₀/v)"

// Jet is a stream that falls.
type Jet struct {
	LeavesMS  float64         `json:"leavesMS" doc:"Speed at the lip, m/s"`
	LandsMS   float64         `json:"landsMS" doc:"Speed where it lands, m/s"`
	ThickMm   reading.Reading `json:"thickMm" doc:"How thick it is half way down"`
	FootMm    float64         `json:"footMm" doc:"How thick where it lands, mm"`
	FallsS    float64         `json:"fallsS" doc:"How long it falls, s"`
	Clings    bool            `json:"clings" doc:"Whether it runs back under the lip"`
	NeedsMl   float64         `json:"needsMlS" doc:"From this flow on it leaves the lip clean, ml/s"`
	Breaks    bool            `json:"breaks" doc:"Whether it falls apart into drops before it lands"`
	WholeMm   float64         `json:"wholeMm" doc:"How far it falls in one piece, mm"`
	SplashMm  drink.Span      `json:"splashMm" doc:"How high drops may spring, mm"`
	LastsS    float64         `json:"lastsS" doc:"How long one filling lasts, s; 0 when no volume is told"`
	FreezesS  float64         `json:"freezesS" doc:"Slowest shutter that freezes it within one mm of its way, s"`
	Shutter   string          `json:"shutter" doc:"That as it is engraved"`
	PressS    float64         `json:"pressS" doc:"Press so long after the hand tips, s: the stream has landed and steadied"`
	Burst     int             `json:"burst" doc:"Frames at six a second while it looks its best"`
	Words     string          `json:"words" doc:"What to do, in a sentence"`
	Caution   string          `json:"caution" doc:"What to take care of, or empty"`
	ProfileMm []float64       `json:"profileMm" doc:"How thick it is at each tenth of the fall, mm"`
}

// Weber's number, ρ v² d / σ, below which a stream wets the lip and runs back along it (after Kistler & Scriven 1994;
// the figure is a start value of our own for a lip of 1 mm, and grows with its radius).
const clingsBelow = 4.0

// A smooth stream breaks up after about so many of its own thicknesses times the root of its Weber number (Lin & Reitz
// 1998, with 12 for ln of the first disturbance).
const breaksAfter = 12.0

// JetMm is how thick a stream of a flow is after a fall: what flows stays the same while it speeds up.
func JetMm(leavesMm, flowMlS, fallMm float64) float64 {
	v := leavesAt(leavesMm, flowMlS)
	return leavesMm * math.Sqrt(v/fallen(v, fallMm))
}

// leavesAt is the speed of a flow through a round stream, m/s.
func leavesAt(mm, mlS float64) float64 { return mlS * 1e-6 / (math.Pi / 4 * mm * mm * 1e-6) }

// fallen is a speed after a fall, m/s.
func fallen(v, mm float64) float64 { return math.Sqrt(v*v + 2*gravity*mm/1000) }

// PourFrom works a pour out: from a spout, so many ml a second, from so high, and of a volume in all (0 for none).
func PourFrom(l Liquid, s Spout, flowMlS, fallMm, allMl float64) Jet {
	v0 := leavesAt(s.WideMm, flowMlS)
	v := fallen(v0, fallMm)
	half := JetMm(s.WideMm, flowMlS, fallMm/2)
	j := Jet{LeavesMS: v0, LandsMS: v, FootMm: JetMm(s.WideMm, flowMlS, fallMm), FallsS: (v - v0) / gravity}
	j.ThickMm = reading.New("thick", "Stream half way", half, "mm", 1, jetSource,
		reading.Line{Words: "Speed at the lip", Formula: fmt.Sprintf("%.0f ml/s / (π/4 × %.0f² mm²)", flowMlS, s.WideMm), Shown: fmt.Sprintf("%.2f m/s", v0)},
		reading.Line{Words: "Half way down", Formula: fmt.Sprintf("√(%.2f² + 2 × 9.81 × %.3f)", v0, fallMm/2000), Shown: fmt.Sprintf("%.2f m/s", fallen(v0, fallMm/2))},
		reading.Line{Words: "It thins as it speeds up", Formula: fmt.Sprintf("%.0f mm × √(%.2f / %.2f)", s.WideMm, v0, fallen(v0, fallMm/2)), Shown: fmt.Sprintf("%.1f mm", half)})
	weber := l.Density * v0 * v0 * s.WideMm / 1000 / l.Tension
	least := clingsBelow * s.LipMm
	j.Clings = weber < least
	j.NeedsMl = math.Ceil(flowMlS * math.Sqrt(least/weber))
	// What is thick stretches and does not break.
	foot := l.Density * v * v * j.FootMm / 1000 / l.Tension
	j.WholeMm = breaksAfter * j.FootMm * math.Sqrt(foot) * (1 + 3*l.MPaS/1000/math.Sqrt(l.Density*l.Tension*j.FootMm/1000))
	j.Breaks = j.WholeMm < fallMm
	drop := v * v / (2 * gravity) * 1000
	j.SplashMm = drink.Span{From: 0.05 * drop, To: 0.25 * drop / (1 + l.MPaS/20)}
	if j.SplashMm.From > j.SplashMm.To {
		j.SplashMm.From = 0
	}
	if allMl > 0 {
		j.LastsS = allMl / flowMlS
	}
	j.FreezesS = 0.001 / v
	j.Shutter = exposure.ShowShutter(exposure.ShutterNoSlower(j.FreezesS))
	j.PressS = reaction + j.FallsS + steadies
	j.Burst = max(3, int(6*math.Min(3, math.Max(0, j.LastsS-j.FallsS-2*steadies))))
	for i := range 11 {
		j.ProfileMm = append(j.ProfileMm, JetMm(s.WideMm, flowMlS, fallMm*float64(i)/10))
	}
	j.say(s, flowMlS, fallMm, l)
	return j
}

// From the word to the hand, and until a stream hangs still, s (start values of our own).
const (
	reaction = 0.3
	steadies = 0.4
)

func (j *Jet) say(s Spout, flow, fallMm float64, l Liquid) {
	switch {
	case j.Clings:
		j.Words = fmt.Sprintf("Too slow: at %.0f ml/s it clings under the lip of a %s and runs down its outside. Tip it faster, %.0f ml/s or more, or take a narrower spout; a little butter or oil under the lip helps.", flow, s.Name, j.NeedsMl)
	case j.Breaks:
		j.Words = fmt.Sprintf("It falls apart into drops after %.0f cm: pour from lower, or faster.", j.WholeMm/10)
	default:
		j.Words = fmt.Sprintf("A stream of %.0f mm that lands %.1f mm thick. Press %.1f s after the hand tips and take %d frames.", s.WideMm, j.FootMm, j.PressS, j.Burst)
	}
	if l.MPaS < 20 && fallMm > 120 {
		j.Words += fmt.Sprintf(" Drops may spring %.0f to %.0f mm: cover what must stay clean.", j.SplashMm.From, j.SplashMm.To)
	}
	j.Caution = "Keep cables, chargers and lamps off the table and out of reach of a splash, and take up what falls on the floor at once."
}
