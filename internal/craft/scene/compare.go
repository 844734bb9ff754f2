package scene

import (
	"context"
	"encoding/json"
	"fmt"
	"reflect"
	"sort"
	"strings"

	"figladder/internal/craft/finding"
)

// FieldChange is a field in which two sets differ.
type FieldChange struct {
	Path string `json:"path" doc:"Dotted path of the field"`
	A    string `json:"a" doc:"As it is in the first"`
	B    string `json:"b" doc:"And in the second; empty when it is not there"`
}

// Changes lists the fields in which two sets differ, in order of their paths.
func Changes(a, b Set) []FieldChange {
	out := []FieldChange{}
	fa, fb := flatten(a), flatten(b)
	seen := map[string]bool{}
	for path, v := range fa {
		seen[path] = true
		if fb[path] != v {
			out = append(out, FieldChange{Path: path, A: v, B: fb[path]})
		}
	}
	for path, v := range fb {
		if !seen[path] {
			out = append(out, FieldChange{Path: path, B: v})
		}
	}
	sort.Slice(out, func(i, j int) bool { return out[i].Path < out[j].Path })
	return out
}

// OnlySeen is the set without what has no bearing on its picture.
func (s Set) OnlySeen() Set {
	s.Views, s.Advice, s.Answers, s.Follows = nil, "", Questions{}, ""
	s.Through, s.OwnVessel, s.OwnFood, s.OwnCards, s.PlaceID, s.Crop = 0, false, false, false, "", ""
	return s
}

// flatten writes a set as paths and values, without what has no bearing on the picture.
func flatten(s Set) map[string]string {
	s = s.OnlySeen()
	raw, _ := json.Marshal(s)
	var doc any
	_ = json.Unmarshal(raw, &doc)
	out := map[string]string{}
	var walk func(path string, v any)
	walk = func(path string, v any) {
		switch x := v.(type) {
		case map[string]any:
			for k, w := range x {
				walk(strings.TrimPrefix(path+"."+k, "."), w)
			}
		case []any:
			for i, w := range x {
				walk(fmt.Sprintf("%s.%d", path, i), w)
			}
		case nil:
		default:
			out[path] = fmt.Sprint(x)
		}
	}
	walk("", doc)
	return out
}

// Locked takes what a series keeps from one set to the next: camera, lights, cards,
// daylight, backdrop, ground, table and room. Vessel, food and things stay.
func (s Set) Locked(from Set, shotID string) Set {
	f := from.Copy()
	out := s.Copy()
	views := out.Views
	out.Camera, out.Lights, out.Cards, out.Daylight, out.Backdrop, out.Ground, out.Table, out.Room = f.Camera, f.Lights, f.Cards, f.Daylight, f.Backdrop, f.Ground, f.Table, f.Room
	out.PlaceID = f.PlaceID
	out.Vessel.XMm, out.Vessel.YMm = f.Vessel.XMm, f.Vessel.YMm
	out.Views, out.Follows = views, shotID
	return out
}

// Drift says where a set of a series no longer stands as the one it follows.
func Drift(s, from Set, name string) []finding.Finding {
	same := s.Locked(from, s.Follows)
	parts := []struct {
		words string
		a, b  any
	}{{"camera", s.Camera, same.Camera}, {"lights", s.Lights, same.Lights}, {"cards", s.Cards, same.Cards}, {"daylight", s.Daylight, same.Daylight}, {"backdrop", s.Backdrop, same.Backdrop}, {"ground", s.Ground, same.Ground}, {"table", s.Table, same.Table}}
	var off []string
	for _, p := range parts {
		if !reflect.DeepEqual(p.a, p.b) {
			off = append(off, p.words)
		}
	}
	if off == nil {
		return nil
	}
	return one(finding.Finding{Code: "off-series", Severity: finding.Care, Subject: "Series", Measure: "other " + strings.Join(off, ", ") + " than “" + name + "”", Limit: "the same through the series",
		Because: "Pictures of a series hang side by side: a moved light or lens shows.", Try: []finding.Try{finding.Hands("Copy camera and light from it again, or let this one go its own way")}})
}

// Unlike names in what a set-up stands or shines otherwise than another: light, ground,
// backdrop, table.
func (u SetUp) Unlike(o SetUp) []string {
	out := []string{}
	for _, p := range []struct {
		words string
		a, b  any
	}{{"light", []any{u.Lights, u.Daylight}, []any{o.Lights, o.Daylight}}, {"ground", u.Ground, o.Ground}, {"backdrop", u.Backdrop, o.Backdrop}, {"table", u.Table, o.Table}} {
		if !reflect.DeepEqual(p.a, p.b) {
			out = append(out, p.words)
		}
	}
	return out
}

// Elevations of an angle round, degrees.
var Elevations = []float64{0, 10, 20, 30, 45, 60, 75, 90}

// AngleCell is the same set from another height.
type AngleCell struct {
	ElevationDeg float64   `json:"elevationDeg" doc:"Above the table plane"`
	Set          Set       `json:"set" doc:"The set so seen"`
	Lens         []Outline `json:"lens" doc:"Through the lens"`
	LensW        float64   `json:"lensW" doc:"Width of that drawing"`
	LensH        float64   `json:"lensH" doc:"Height of that drawing"`
	DepthMm      float64   `json:"depthMm" doc:"Depth that must be sharp"`
	Cover        float64   `json:"cover" doc:"f-number that covers it; 0 when none does"`
	Words        string    `json:"words" doc:"What this angle does"`
}

// Angles shows the set from each elevation, all else left.
func Angles(ctx context.Context, s Set, w Wants) ([]AngleCell, error) {
	out := []AngleCell{}
	objects, err := s.ObjectsUntil(ctx, Rough)
	if err != nil {
		return nil, err
	}
	for _, e := range Elevations {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		t := s.Copy()
		t.Camera.ElevationDeg = e
		r := &reader{ctx: ctx, s: t, w: w, objects: objects}
		r.optics()
		v := t.Outlines(objects)
		out = append(out, AngleCell{ElevationDeg: e, Set: t, Lens: v.Lens, LensW: v.LensW, LensH: v.LensH, DepthMm: r.span, Cover: r.out.CoverNumber, Words: angleWords(t, e)})
	}
	return out, nil
}

// angleWords says what an angle does for this food (handbook S6).
func angleWords(s Set, e float64) string {
	tall := s.TopMm() > 0.55*s.Vessel.DiameterMm
	switch {
	case e >= 80 && s.Food.Steams:
		return "Steam fogs the lens from here"
	case e >= 80 && tall:
		return "Height and layers are lost"
	case e >= 80:
		return "For what is flat and round"
	case e >= 35:
		return "Texture and gloss, as one sits down to it"
	case e >= 15 && tall:
		return "Height begins to show"
	case e >= 15:
		return "The rim begins to hide what is in it"
	case tall:
		return "Level with its layers"
	}
	return "Hardly anything of the food is seen"
}
