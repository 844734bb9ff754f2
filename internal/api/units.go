package api

import (
	"context"
	"io"
	"slices"
	"sync"
	"sync/atomic"
	"time"

	"figladder/internal/craft/almanac"
	"figladder/internal/craft/card"
	"figladder/internal/craft/colour"
	"figladder/internal/craft/cupboard"
	"figladder/internal/craft/dayplan"
	"figladder/internal/craft/draft"
	"figladder/internal/craft/drink"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/optics"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/styling"
	"figladder/internal/craft/train"
	"figladder/internal/craft/trial"
	"figladder/internal/craft/units"
	"figladder/internal/studio/core"
	dayroom "figladder/internal/studio/day"
	"figladder/internal/studio/frames"
	stylingroom "figladder/internal/studio/styling"
	trainroom "figladder/internal/studio/train"
	"github.com/danielgtaylor/huma/v2"
	jsonv2 "github.com/go-json-experiment/json"
	"github.com/go-json-experiment/json/jsontext"
	jsonv1 "github.com/go-json-experiment/json/v1"
)

// unitsFor is how long the studio's units are taken for known: another server on the same
// database may change them.
const unitsFor = 2 * time.Second

// inUnits tells what the rules worked out in the studio's units.
type inUnits struct {
	now   atomic.Pointer[units.Preferences]
	asked atomic.Int64 // when they were read last, by the clock of the machine
}

func (u *inUnits) is() units.Preferences {
	if p := u.now.Load(); p != nil {
		return *p
	}
	return units.Usual()
}

func (u *inUnits) put(p units.Preferences) {
	u.now.Store(&p)
	u.asked.Store(time.Now().UnixNano())
}

// again has them read at the next request: a deed may have been taken back.
func (u *inUnits) again() { u.asked.Store(0) }

// look reads the units again when they were read a while ago. What cannot be read stays.
func (u *inUnits) look(ctx context.Context, from *core.Core) {
	if time.Now().UnixNano()-u.asked.Load() < int64(unitsFor) {
		return
	}
	if k, err := from.Units(ctx); err == nil {
		u.put(k.Units)
	}
}

// Bare types are written as they are; those of the rules are told first.
type (
	bareFinding finding.Finding
	bareTry     finding.Try
	bareReading reading.Reading
	bareChoice  optics.Choice
	bareAnswer  scene.Answer
	bareGap     cupboard.Gap
	bareSuits   cupboard.Suits
	bareScore   colour.Score
	bareYear    almanac.Year
	bareDraft   draft.Choice
	bareMended  draft.Mended
	bareDay     almanac.DayStrip
	bareDecided almanac.Decided
	bareBake    trial.BakeReading
	bareIdea    trial.Idea
	bareStep    trial.Step
	bareCard    styling.Technique
	bareStood   styling.Stood
	bareSteam   styling.Steam
	bareHand    styling.HandLab
	bareJet     styling.Jet
	bareLift    styling.Lift
	bareIced    styling.Iced
	bareDewDay  drink.DewDay
	bareSprayed drink.Sprayed
	bareAir     stylingroom.Air
	bareEdge    drink.Edge
	bareLight   dayroom.Light
	bareJob     dayroom.PlacedJob
	bareBench   dayroom.Bench
	bareOffered dayroom.Offered
	bareAgain   dayroom.Replanned
	bareShared  dayplan.Resource
	bareBroken  dayplan.Broken
	bareEased   dayplan.Eased
	bareMatch   card.Match
	bareLaid    frames.LaidOut
	bareSkill   train.Standing
	bareDrill   train.Drill
	bareGraded  trainroom.Graded
	bareProblem Problem
	bareField   FieldProblem
)

func telling[T any](how func(T) any) *jsonv2.Marshalers {
	return jsonv2.MarshalToFunc(func(to *jsontext.Encoder, v T) error { return jsonv2.MarshalEncode(to, how(v)) })
}

// toldIn writes what the rules say in other units. What people wrote is in none of these types.
func toldIn(p units.Preferences) *jsonv2.Marshalers {
	return jsonv2.JoinMarshalers(rowsTold,
		telling(func(v finding.Finding) any { return bareFinding(p.Finding(v)) }),
		telling(func(v card.Match) any { v.Words = p.Words(v.Words); return bareMatch(v) }),
		telling(func(v frames.LaidOut) any { v.Why = p.Words(v.Why); return bareLaid(v) }),
		telling(func(v finding.Try) any { v.Words = p.Words(v.Words); return bareTry(v) }),
		telling(func(v reading.Reading) any { return bareReading(p.Reading(v)) }),
		telling(func(v optics.Choice) any { v.Words = p.Words(v.Words); return bareChoice(v) }),
		telling(func(v scene.Answer) any { v.Words = p.Words(v.Words); return bareAnswer(v) }),
		telling(func(v cupboard.Gap) any { v.Words = p.Words(v.Words); return bareGap(v) }),
		telling(func(v cupboard.Suits) any { v.Because = p.Words(v.Because); return bareSuits(v) }),
		telling(func(v colour.Score) any { v.Words = p.Words(v.Words); return bareScore(v) }),
		telling(func(v draft.Choice) any {
			v.Took, v.Next, v.Because = p.Words(v.Took), p.Words(v.Next), p.Words(v.Because)
			return bareDraft(v)
		}),
		telling(func(v draft.Mended) any { v.Did = each(p, v.Did); return bareMended(v) }),
		telling(func(v almanac.Year) any { v.Words = p.Words(v.Words); return bareYear(v) }),
		telling(func(v almanac.Decided) any {
			v.Words, v.Because = p.Words(v.Words), p.Words(v.Because)
			return bareDecided(v)
		}),
		telling(func(v almanac.DayStrip) any { v.Words = p.Words(v.Words); return bareDay(v) }),
		telling(func(v trial.BakeReading) any { v.Words = p.Words(v.Words); return bareBake(v) }),
		telling(func(v trial.Idea) any { v.Words = p.Words(v.Words); return bareIdea(v) }),
		telling(func(v trial.Step) any { v.Method = each(p, v.Method); return bareStep(v) }),
		telling(func(v styling.Technique) any {
			v.Purpose, v.Look, v.Wrong, v.Steps = p.Words(v.Purpose), p.Words(v.Look), p.Words(v.Wrong), slices.Clone(v.Steps)
			for i := range v.Steps {
				v.Steps[i].Words = p.Words(v.Steps[i].Words)
			}
			return bareCard(v)
		}),
		telling(func(v styling.Stood) any { v.Words = p.Words(v.Words); return bareStood(v) }),
		telling(func(v styling.Steam) any { v.Words = p.Words(v.Words); return bareSteam(v) }),
		telling(func(v styling.HandLab) any { v.Words = p.Words(v.Words); return bareHand(v) }),
		telling(func(v styling.Jet) any { v.Words = p.Words(v.Words); return bareJet(v) }),
		telling(func(v styling.Lift) any { v.Words = p.Words(v.Words); return bareLift(v) }),
		telling(func(v styling.Iced) any { v.Words = p.Words(v.Words); return bareIced(v) }),
		telling(func(v drink.DewDay) any {
			v.Words, v.Advice = p.Words(v.Words), p.Words(v.Advice)
			return bareDewDay(v)
		}),
		telling(func(v drink.Sprayed) any { v.Words = p.Words(v.Words); return bareSprayed(v) }),
		telling(func(v drink.Edge) any { v.Words = p.Words(v.Words); return bareEdge(v) }),
		telling(func(v dayroom.PlacedJob) any {
			if v.ShotID == "" && v.Kind != dayplan.Own { // made of the recipe's words, not somebody's own name for it
				v.Name = p.Words(v.Name)
			}
			return bareJob(v)
		}),
		telling(func(v dayroom.Light) any { v.Words = p.Words(v.Words); return bareLight(v) }),
		telling(func(v dayroom.Bench) any { v.Words = p.Words(v.Words); return bareBench(v) }),
		telling(func(v dayroom.Offered) any { v.Words = p.Words(v.Words); return bareOffered(v) }),
		telling(func(v dayroom.Replanned) any { v.Moved = each(p, v.Moved); return bareAgain(v) }),
		telling(func(v dayplan.Resource) any { v.Wish = p.Words(v.Wish); return bareShared(v) }),
		telling(func(v dayplan.Broken) any { v.Words = p.Words(v.Words); return bareBroken(v) }),
		telling(func(v dayplan.Eased) any { v.Words = p.Words(v.Words); return bareEased(v) }),
		telling(func(v train.Standing) any { v.Words = p.Words(v.Words); return bareSkill(v) }),
		telling(func(v train.Drill) any {
			v.Ask, v.Options = p.Words(v.Ask), slices.Clone(v.Options)
			for i := range v.Options {
				v.Options[i].Words = p.Words(v.Options[i].Words)
			}
			return bareDrill(v)
		}),
		telling(func(v trainroom.Graded) any { v.Why, v.Off = p.Words(v.Why), p.Words(v.Off); return bareGraded(v) }),
		telling(func(v stylingroom.Air) any { v.Words = p.Words(v.Words); return bareAir(v) }),
		telling(func(v Problem) any { v.Detail = p.Words(v.Detail); return bareProblem(v) }),
		telling(func(v FieldProblem) any { v.Words = p.Words(v.Words); return bareField(v) }),
	)
}

func each(p units.Preferences, all []string) []string {
	out := make([]string, len(all))
	for i, s := range all {
		out[i] = p.Words(s)
	}
	return out
}

// tongues are the marshalers that were needed so far, by the units they tell in.
var tongues sync.Map

func tongue(p units.Preferences) *jsonv2.Marshalers {
	if p == units.Usual() {
		return rowsTold
	}
	if m, ok := tongues.Load(p); ok {
		return m.(*jsonv2.Marshalers)
	}
	m, _ := tongues.LoadOrStore(p, toldIn(p))
	return m.(*jsonv2.Marshalers)
}

// tell writes an answer: rows in the API's own shapes, what the rules worked out in the
// studio's units, the rest as encoding/json would.
func tell(w io.Writer, v any, in units.Preferences) error {
	return jsonv2.MarshalWrite(w, v, jsonv1.DefaultOptionsV1(), jsontext.EscapeForHTML(false), jsonv2.WithMarshalers(tongue(in)))
}

// format is how bodies are read and written.
func (a *API) format() huma.Format {
	f := strictly
	f.Marshal = func(w io.Writer, v any) error { return tell(w, v, a.units.is()) }
	return f
}

// Units are the studio's, with what the page needs to draw them.
type Units struct {
	units.Preferences
	LengthMm   float64 `json:"lengthMm" doc:"Millimetres in one unit of length"`
	LengthStep float64 `json:"lengthStep" doc:"What one press changes a length by, in its unit"`
}

func unitsOf(p units.Preferences) Units { return Units{p, p.LengthMm(), p.LengthStep()} }

func (a *API) unitRoutes() {
	s := a.studio
	route(a, Assistant, "GET", "/api/units", "units", "The units the studio thinks in", func(ctx context.Context, _ *none) (*body[*core.KeptUnits], error) {
		return answer(s.Units(ctx))
	})
	route(a, Photographer, "PUT", "/api/units", "saveUnits", "Change them", func(ctx context.Context, in *struct{ Body core.KeptUnits }) (*body[*core.KeptUnits], error) {
		k, err := s.SaveUnits(ctx, who(ctx), in.Body.Version, in.Body.Units)
		if err == nil {
			a.units.put(k.Units)
		}
		return answer(k, err)
	})
}
