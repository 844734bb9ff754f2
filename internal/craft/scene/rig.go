package scene

import (
	"fmt"
	"math"

	"figladder/internal/craft/finding"
	"figladder/internal/craft/kit"
	"figladder/internal/craft/reading"
	"gonum.org/v1/gonum/spatial/r3"
)

// Start values of practice, to be replaced by a studio's own.
const (
	standClearMm = 100.0  // from the table's edge to a stand's column
	bodyHighMm   = 150.0  // body and head above the lens
	tableHighMm  = 750.0  // of a table top above the floor
	unknownG     = 1500.0 // body and lens that are not in the kit
	levelShare   = 0.005  // difference in scale between the frame's sides that does not show
)

// rig is what holding the camera over the set asks: height, reach from the nearest edge
// of the table, level, weight (handbook C3).
type rig struct {
	heightMm, reachMm float64
	edge              string
	levelDeg          float64   // off level by so much shows
	massG             float64   // body, lens and head
	boom, longest     *kit.Item // owned: that reaches, and that reaches farthest
}

func (r *reader) rig() {
	c := r.s.Camera
	if c.ElevationDeg < kit.HangsFromDeg {
		return
	}
	lens := r.s.Lens()
	g := &rig{heightMm: lens.Z, massG: c.weightG(r.w.Kit) + kit.HeadG}
	g.reachMm, g.edge = r.s.nearestEdge(lens)
	g.reachMm = math.Max(0, g.reachMm) + standClearMm
	side := math.Max(r.out.Frame.WidthMm, r.out.Frame.HeightMm)
	g.levelDeg = math.Asin(math.Min(1, levelShare*c.DistanceMm/side)) * 180 / math.Pi
	for i := range r.w.Kit { // the shortest that reaches, and the longest there is
		b := &r.w.Kit[i]
		if b.Kind != kit.Support || !b.Overhead || b.Count == 0 {
			continue
		}
		if g.longest == nil || b.ReachMm > g.longest.ReachMm {
			g.longest = b
		}
		if b.ReachMm >= g.reachMm && (g.boom == nil || b.ReachMm < g.boom.ReachMm) {
			g.boom = b
		}
	}
	r.hung = g
	const source = "geometry; physics of the tipping moment"
	r.add(reading.New("rigHeight", "Camera above the table", g.heightMm/10, "cm", 0, source,
		reading.Line{Words: "The middle of the dish, and up along the line of sight", Formula: fmt.Sprintf("%.0f mm + %.0f mm · sin %g°", r.s.Aim().Z, c.DistanceMm, c.ElevationDeg), Shown: fmt.Sprintf("%.0f mm", g.heightMm)}))
	r.add(reading.New("rigReach", "Boom must reach", g.reachMm/10, "cm", 0, source,
		reading.Line{Words: "From the lens to the table's " + g.edge + " edge, and clear of it", Formula: fmt.Sprintf("%.0f mm + %.0f mm", g.reachMm-standClearMm, standClearMm), Shown: fmt.Sprintf("%.0f mm", g.reachMm)}))
	r.add(reading.New("rigLevel", "Level to within", g.levelDeg, "°", 1, source,
		reading.Line{Words: "Off level, one side of the frame is nearer and comes out larger; half a per cent does not show", Formula: fmt.Sprintf("asin(%.1f %% × %.0f mm / %.0f mm)", 100*levelShare, c.DistanceMm, side), Shown: fmt.Sprintf("%.2f°", g.levelDeg)},
		reading.Line{Words: "That far off level the sides differ in height by", Formula: fmt.Sprintf("%.0f mm · sin %.2f°", side, g.levelDeg), Shown: fmt.Sprintf("%.0f mm", side*math.Sin(g.levelDeg*math.Pi/180))}))
	bag := kit.SandbagG(g.massG, g.reachMm)
	r.add(reading.New("rigSandbag", "Weight on the stand's foot", bag/1000, "kg", 1, source,
		reading.Line{Words: "Body, lens and head", Formula: fmt.Sprintf("%.0f g + %.0f g", g.massG-kit.HeadG, kit.HeadG), Shown: fmt.Sprintf("%.0f g", g.massG)},
		reading.Line{Words: "One and a half times the tipping moment of that reach, over the bag's arm", Formula: kit.SandbagFormula(g.massG, g.reachMm), Shown: fmt.Sprintf("%.1f kg", bag/1000)}))
}

// weightG is the body and lens by their names in the kit.
func (c Camera) weightG(owned []kit.Item) float64 {
	sum, found := 0.0, false
	for _, i := range owned {
		if i.WeightG > 0 && (i.Name == c.Body && (i.Kind == kit.Body || i.Kind == kit.Phone) || i.Name == c.Lens && i.Kind == kit.Lens) {
			sum, found = sum+i.WeightG, true
		}
	}
	if !found {
		return unknownG
	}
	return sum
}

// nearestEdge is how far a place is from the nearest edge of the table in plan, below 0
// outside it, and which edge that is.
func (s Set) nearestEdge(p r3.Vec) (mm float64, edge string) {
	mm, edge = p.X, "left"
	for _, e := range []struct {
		mm   float64
		edge string
	}{{s.Table.WidthMm - p.X, "right"}, {p.Y, "near"}, {s.Table.DepthMm - p.Y, "far"}} {
		if e.mm < mm {
			mm, edge = e.mm, e.edge
		}
	}
	return mm, edge
}

// rigFalls: what the owned supports cannot do, and what the room does not allow.
func rigFalls(r *reader) []finding.Finding {
	g := r.hung
	if g == nil {
		return nil
	}
	var out []finding.Finding
	if room := r.s.Room.HeightMm; room > 0 && g.heightMm+bodyHighMm+tableHighMm > room {
		most := (room - tableHighMm - bodyHighMm - r.s.Aim().Z) / math.Sin(r.s.Camera.ElevationDeg*math.Pi/180)
		f := finding.Finding{Code: "rig-ceiling", Severity: finding.Care, Subject: "Camera under the ceiling",
			Measure: fmt.Sprintf("%.0f cm from the floor to the top of the camera", (g.heightMm+bodyHighMm+tableHighMm)/10), Limit: fmt.Sprintf("%.0f cm of room", room/10),
			Because: fmt.Sprintf("On a table %.0f cm high the camera would stand in the ceiling. Come nearer with a shorter focal length, or put the set on a lower table.", tableHighMm/10)}
		c := r.s.Camera
		if focal := c.FocalMm * most / c.DistanceMm; most > 300 && focal >= c.ShortestMm {
			f.Try = append(f.Try, finding.Press(fmt.Sprintf("Come down to %.0f cm at %.0f mm", most/10, math.Floor(focal)), finding.SetNumber("camera.distanceMm", math.Floor(most)), finding.SetNumber("camera.focalMm", math.Floor(focal))))
		}
		f.Try = append(f.Try, finding.Hands("Lay the set on the floor or a low bench"))
		out = append(out, f)
	}
	if g.longest == nil {
		return out
	}
	if g.boom == nil {
		return append(out, finding.Finding{Code: "rig-short", Severity: finding.Care, Subject: "No boom reaches the dish",
			Measure: fmt.Sprintf("%s reaches %.0f cm", g.longest.Name, g.longest.ReachMm/10), Limit: fmt.Sprintf("%.0f cm from the table's %s edge", g.reachMm/10, g.edge),
			Because: "A boom drawn out past its reach droops and tips. Two stands with an arm across the table have no reach to run out of.",
			Try:     []finding.Try{finding.Hands(fmt.Sprintf("Move the set %.0f cm toward the %s edge, or lay an arm across two stands", (g.reachMm-g.longest.ReachMm)/10, g.edge))}})
	}
	if g.boom.LoadG > 0 && g.massG > g.boom.LoadG {
		out = append(out, finding.Finding{Code: "rig-load", Severity: finding.Stop, Subject: g.boom.Name + " carries too much",
			Measure: fmt.Sprintf("%.1f kg of body, lens and head", g.massG/1000), Limit: fmt.Sprintf("%.1f kg", g.boom.LoadG/1000),
			Because: "It was made for less, and it hangs over food and heads. The maker's limit comes first.",
			Try:     []finding.Try{finding.Hands("Use a lighter lens, or an arm across two stands")}})
	}
	return out
}
