package draft

import (
	"context"
	"hash/fnv"
	"math"
	"math/rand/v2"
	"slices"
	"sort"
	"strings"
	"sync"

	"figladder/internal/craft/colour"
	"figladder/internal/craft/compose"
	"figladder/internal/craft/cores"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

// maker makes one draft.
type maker struct {
	ctx  context.Context
	ask  Ask
	used map[string]int // props by how many dishes of the shoot have them

	mu    sync.Mutex
	lacks []finding.Finding
}

func (m *maker) lack(f finding.Finding) {
	m.mu.Lock()
	defer m.mu.Unlock()
	for _, x := range m.lacks {
		if x.Code == f.Code && x.Subject == f.Subject {
			return
		}
	}
	m.lacks = append(m.lacks, f)
}

func (m *maker) judge(s scene.Set) (compose.Judged, error) {
	return JudgeFor(m.ctx, m.ask.Wants, m.ask.Shapes, light.Search)(s)
}

// How many presses of findings are looked at, for what is built and for a frame's camera.
const heroPresses, framePresses = 16, 5

// Make drafts all shots that are asked for. The same ask makes the same draft. It gives up with
// ctx's error when that ends.
func Make(ctx context.Context, a Ask) (Draft, error) {
	a.Dishes = slices.Clone(a.Dishes)
	for i := range a.Dishes {
		a.Dishes[i] = fitted(a.Dishes[i])
	}
	m := &maker{ctx: ctx, ask: a, used: map[string]int{}}
	groups := divide(a)
	out := Draft{SetUps: make([]SetUp, len(groups)), Lacks: []finding.Finding{}}
	// What is chosen for one dish decides what is left for the next, so that comes one after the
	// other; the rest on every core.
	laid := make([]scene.Set, len(groups))
	choices := make([][]Choice, len(groups))
	first := map[string]int{} // the first set-up of a dish: others of it have the same props
	for i, g := range groups {
		if g.stands != nil {
			laid[i] = g.stands.Up.With(g.stands.Own)
			if _, known := first[g.dish.ID]; !known && !g.raw {
				first[g.dish.ID] = i
			}
		}
	}
	for i, g := range groups {
		if g.stands != nil {
		} else if k, known := first[g.dish.ID]; known && !g.raw {
			laid[i], choices[i] = laid[k].Copy(), nil
		} else if g.raw {
			laid[i], choices[i] = m.rawSet(g)
		} else {
			first[g.dish.ID] = i
			laid[i], choices[i] = m.chosen(g)
		}
		if err := ctx.Err(); err != nil {
			return Draft{}, err
		}
	}
	if err := cores.Each(ctx, len(groups), func(i int) {
		out.SetUps[i] = m.built(groups[i], laid[i], choices[i])
	}); err != nil {
		return Draft{}, err
	}
	out.Lacks = append(out.Lacks, m.lacks...)
	sort.SliceStable(out.Lacks, func(i, j int) bool {
		a, b := out.Lacks[i], out.Lacks[j]
		return a.Subject+a.Code < b.Subject+b.Code
	})
	return out, nil
}

// chosen is a dish with all that stands round it, not yet arranged.
func (m *maker) chosen(g group) (scene.Set, []Choice) {
	d, x := g.dish, g.lead()
	s := scene.StartFor(toldAngle(x, d), string(d.Form))
	s.Cards, s.Things = []scene.Card{}, []scene.Thing{}
	s = s.WithDecided(scene.Decided{Plan: d.Plan, Day: m.ask.Day})
	if body, ok := bestBody(m.ask.Kit); ok {
		s.Camera = s.Camera.OnBody(body)
	}
	var out []Choice
	s, c := m.vessel(s, d)
	out = append(out, c)
	s = m.food(s, d)
	s = m.onTable(s)
	angle := toldAngle(x, d)
	deg, _ := angle.Deg()
	s, all := m.ground(s, d, angle != "" && deg < 35 || d.Served.Steams && deg < 60)
	out = append(out, all...)
	s, all = m.lit(s, g)
	out = append(out, all...)
	s, all = m.beside(s, d)
	return s, append(out, all...)
}

// toldAngle is the angle of a frame: a hero's as a reference says, else the list's.
func toldAngle(x Shot, d *Dish) words.Angle {
	if d.Told.Angle != "" && x.Kind == shots.Hero {
		return d.Told.Angle
	}
	return x.Angle
}

// rawSet is where ingredients are taken one by one, in vessels alike.
func (m *maker) rawSet(g group) (scene.Set, []Choice) {
	d := g.dish
	s := scene.StartFor(words.ThreeQuarter, "bowl")
	s.Cards, s.Things = []scene.Card{}, []scene.Thing{}
	if body, ok := bestBody(m.ask.Kit); ok {
		s.Camera = s.Camera.OnBody(body)
	}
	var props []cupboard.Prop
	for _, p := range m.ask.Props {
		props = append(props, p.Prop)
	}
	c := Choice{Key: "vessel", Label: "Vessel", Took: "a usual small bowl", Because: "There are no clear vessels alike that are free.", Swap: []finding.Edit{}}
	s.Vessel.Kind, s.Vessel.DiameterMm, s.Vessel.HeightMm = "bowl", 110, 50
	if alike, n := cupboard.Alike(props, len(g.shots)); len(alike) > 0 {
		if v, ok := scene.VesselOf(alike[0]); ok {
			v.XMm, v.YMm = s.Vessel.XMm, s.Vessel.YMm
			s.Vessel = v
			c = Choice{Key: "vessel", Label: "Vessel", Took: alike[0].Name, Because: "Clear vessels alike make one series of the ingredients.", From: n, Swap: []finding.Edit{}}
		}
	} else {
		m.lack(finding.Finding{Code: "no-alike", Severity: finding.Note, Subject: "Ingredients", Measure: "no clear vessels alike are free", Limit: "one kind for all of them", Because: "Alike they make a series.", Try: []finding.Try{finding.Hands("Buy six small clear glasses or bowls of one kind, 6 to 11 cm")}})
	}
	s.Food = scene.Food{Name: "Ingredients", Form: "mound", AboveMm: math.Round(0.12 * s.Vessel.DiameterMm), Colour: "#a8763e", FillShare: 0.6}
	s = m.onTable(s)
	s, all := m.ground(s, d, false)
	out := append([]Choice{c}, all...)
	s, all = m.lit(s, g)
	return s, append(out, all...)
}

// built arranges, lights and looks at a set-up, and each of its frames.
func (m *maker) built(g group, s scene.Set, choices []Choice) SetUp {
	rng := m.random(g.seeded())
	lead := g.lead()
	out := SetUp{Key: g.key, Words: g.dish.Title, Frames: []Frame{}, Choices: choices}
	if g.raw {
		out.Words = "Ingredients"
	}
	if g.stands != nil {
		out.Up, out.Stands, out.Choices = g.stands.Up, g.stands.SetUpID, []Choice{}
		for _, x := range g.open(m.ask) {
			out.Frames = append(out.Frames, m.frame(s, out.Up, x, g))
		}
		return out
	}
	if choices == nil { // the same things in light from elsewhere
		s, out.Choices = m.lit(s, g)
		s.Cards = []scene.Card{}
	}
	s, cam := m.camera(s, lead, g.dish)
	s, chill := cold(s, false)
	out.Choices = append(out.Choices, chill...)
	s = m.arrange(s, rng)
	cameras := []scene.Camera{s.Camera}
	for _, x := range g.shots { // a card stands clear of every frame that is taken of it
		t, _ := m.camera(s, x, g.dish)
		cameras = append(cameras, t.Camera)
	}
	s, lit := m.cards(s, g.light, cameras)
	out.Choices = append(out.Choices, lit...)
	s, sharp := m.sharp(s, lead)
	s, stop := m.aperture(s)
	mended, err := MendShown(m.ctx, s, m.ask.Wants, m.ask.Shapes, func(path string) bool {
		return !decidedElsewhere(path) && !strings.HasPrefix(path, "vessel.") && !strings.HasPrefix(path, "food.") && !strings.HasPrefix(path, "table.") && !strings.HasPrefix(path, "room.")
	}, heroPresses)
	if err == nil {
		s = mended.Set
	}
	out.Up, _ = s.Parts(scene.SetUp{})
	out.Choices = withBack(s, out.Choices)
	for _, x := range g.shots {
		if x.ID == lead.ID && !g.raw { // each ingredient fills the vessel anew
			_, own := s.Parts(out.Up)
			out.Frames = append(out.Frames, Frame{ShotID: x.ID, Own: own, Choices: withBack(s, append(append(cam, sharp, stop), pressed(mended.Did)...))})
			continue
		}
		out.Frames = append(out.Frames, m.frame(s, out.Up, x, g))
	}
	return out
}

// frame is another frame of a set-up: its camera, its state of the dish, what it leaves out.
func (m *maker) frame(s scene.Set, up scene.SetUp, x Shot, g group) Frame {
	t := s.Copy()
	t.Answers, t.Follows = scene.Questions{}, ""
	if g.raw {
		t = ingredient(t, x)
	}
	t.State = state(x)
	if t.State == words.Undressed {
		t = bareOf(t)
	}
	t, cam := m.camera(t, x, g.dish)
	t, chill := cold(t, true)
	cam = append(cam, chill...)
	t, falls := m.falls(t, x)
	cam = append(cam, falls...)
	t, sharp := m.sharp(t, x)
	t, stop := m.aperture(t)
	t.OwnCards = true // a card that is in the way of this frame goes out for it
	mended, err := Mend(t, m.judge, func(path string) bool {
		return strings.HasPrefix(path, "camera.") && !decidedElsewhere(path) || (strings.HasPrefix(path, "things.") || strings.HasPrefix(path, "cards.")) && strings.HasSuffix(path, ".on")
	}, framePresses)
	if err == nil {
		t = mended.Set
	}
	t.OwnCards = !slices.EqualFunc(t.Cards, up.Cards, func(a, b scene.Card) bool { return a.On == b.On })
	_, own := t.Parts(up)
	return Frame{ShotID: x.ID, Own: own, Choices: withBack(t, append(append(cam, sharp, stop), pressed(mended.Did)...))}
}

// decidedElsewhere reports whether a field has a rule of its own in a draft, so that no press
// of a finding changes it: the list says the angle, and depth the aperture.
func decidedElsewhere(path string) bool {
	return path == "camera.elevationDeg" || path == "camera.aperture" || path == "camera.sharp"
}

// cold serves a dish cold for a frame from straight above, where its steam would fog the lens
// (S6; another school keeps the camera high and presses in the burst).
func cold(s scene.Set, own bool) (scene.Set, []Choice) {
	if s.Camera.ElevationDeg < 75 || !s.Food.Steams {
		return s, nil
	}
	s.Food.Steams, s.OwnFood = false, own
	return s, []Choice{{Key: "steam", Label: "Steam", Took: "served cold for this one", Because: "From straight above steam fogs the lens. The other school keeps the camera high and presses as the heat rises.", Next: "hot, in the burst", From: 2, Swap: []finding.Edit{finding.SetFlag("food.steams", true)}}}
}

// withBack adds the edits that put back what was taken, as the set has it.
func withBack(s scene.Set, all []Choice) []Choice {
	for i := range all {
		all[i].Back = scene.Values(s, all[i].Swap)
	}
	return all
}

// pressed are the mends as choices.
func pressed(did []string) []Choice {
	var out []Choice
	for _, w := range did {
		out = append(out, Choice{Key: "mend", Label: "Mended", Took: w, Because: "The picture gains by it.", Swap: []finding.Edit{}})
	}
	return out
}

// state is how far the dish is in a frame.
func state(x Shot) words.DishState {
	switch x.Kind {
	case shots.Before, shots.Safe:
		return words.Undressed
	case shots.After:
		if bites.MatchString(x.Cause) {
			return words.Bitten
		}
		return words.Cut
	}
	return words.Served
}

// bites are words of a cause that take a bite out of the dish.
var bites = wordlist.Words(`bites?|bit|bitten|biting`)

// bareOf leaves out what is strewn on the dish and what lies on it.
func bareOf(s scene.Set) scene.Set {
	for i := range s.Things {
		x := &s.Things[i]
		if x.Edible() && math.Hypot(x.XMm-s.Vessel.XMm, x.YMm-s.Vessel.YMm) < s.Vessel.DiameterMm/2 {
			x.On = false
		}
	}
	return s
}

// liquids are words of ingredients that are poured; start values of our own.
var liquids = []string{"juice", "milk", "cream", "oil", "water", "stock", "syrup", "vinegar", "wine", "cider", "gin", "tonic", "rum", "brandy", "coffee", "tea", "honey", "broth"}

// ingredient fills the vessel with what a frame shows.
func ingredient(s scene.Set, x Shot) scene.Set {
	name := x.Cause
	if name == "" {
		name = x.Title
	}
	f := scene.Food{Name: capital(name), Form: "mound", AboveMm: s.Food.AboveMm, Colour: s.Food.Colour, FillShare: 0.6}
	if hex, known := colour.Of(name); known != "" {
		f.Colour = hex
	}
	for _, w := range liquids {
		if strings.Contains(strings.ToLower(name), w) {
			f.Form, f.AboveMm = "liquid", 0
		}
	}
	s.Food, s.OwnFood = f, true
	return s
}

// random is a source that depends on the seed and on what it is for alone, so that one set-up
// more does not change the others.
func (m *maker) random(key string) *rand.Rand {
	h := fnv.New64a()
	_, _ = h.Write([]byte(key))
	return rand.New(rand.NewPCG(m.ask.Seed+uint64(m.ask.Variant), h.Sum64()))
}
