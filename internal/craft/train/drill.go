// Package train makes drills for the eye: a picture of a made-up set and a question about it, of which the engine that planned it
// knows the answer (handbook I3). A drill is made from its key alone, so that what it asks and what is right need not be kept.
package train

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/review"
	"figladder/internal/craft/scene"
)

// Kind is what a drill asks.
type Kind string

// What is asked.
const (
	Clock    Kind = "clock"    // from where the light comes
	Aperture Kind = "aperture" // at which f-number it was taken
	Lens     Kind = "lens"     // with which focal length
	Source   Kind = "source"   // how large the light is: hard or soft
	Fill     Kind = "fill"     // how many stops between the light side and the dark
	Fault    Kind = "fault"    // what is wrong
	Crop     Kind = "crop"     // which 4:5 keeps what must be kept
)

// Kinds are all of them, in the order in which they are learned.
var Kinds = []Kind{Clock, Source, Aperture, Lens, Fill, Crop, Fault}

// Skill is one thing to be learned to see: a kind, and which of its answers.
type Skill struct {
	Kind Kind   `json:"kind" enum:"clock,aperture,lens,source,fill,fault,crop" doc:"What is asked"`
	Item string `json:"item" doc:"Which answer is right: an hour, an f-number, a fault"`
}

// Option is an answer that can be given.
type Option struct {
	Words string      `json:"words" doc:"What it says"`
	Box   compose.Box `json:"box" doc:"Crop: which part of the frame; else empty"`
}

// Drill is a question about a picture.
type Drill struct {
	Key     string   `json:"key" doc:"Names it: the same key is the same drill"`
	Kind    Kind     `json:"kind" enum:"clock,aperture,lens,source,fill,fault,crop" doc:"What is asked"`
	Ask     string   `json:"ask" doc:"The question"`
	Options []Option `json:"options" doc:"The answers that can be given"`

	// What the picture shows and what is right are not told before an answer is given.
	Set   scene.Set       `json:"-"`
	Skill Skill           `json:"-"`
	Right int             `json:"-"`
	Why   string          `json:"-"` // what to look at, in a sentence
	Truth reading.Reading `json:"-"` // the engine's figure, with its working
}

// ErrNoDrill is for a key that names none.
var ErrNoDrill = errors.New("there is no such drill")

// maker is how drills of a kind are made: which items there are, and one of them. It says false where this variant does not come
// out with exactly one right answer; the next one is tried then.
type maker struct {
	items []string
	make  func(ctx context.Context, item string, r *rand.Rand) (Drill, bool, error)
}

var makers map[Kind]maker

func init() {
	makers = map[Kind]maker{
		Clock: {clockItems(), makeClock}, Source: {sourceItems(), makeSource}, Aperture: {apertureItems(), makeAperture},
		Lens: {lensItems(), makeLens}, Fill: {fillItems(), makeFill}, Crop: {cropItems, makeCrop}, Fault: {faultItems(), makeFault},
	}
}

// Skills are all there are to be learned, kind by kind.
func Skills() (out []Skill) {
	for _, k := range Kinds {
		for _, i := range makers[k].items {
			out = append(out, Skill{k, i})
		}
	}
	return out
}

// KeyOf names the nth drill of a skill.
func KeyOf(s Skill, n int) string { return fmt.Sprintf("%s.%s.%d", s.Kind, s.Item, n) }

// SkillOf is what a drill of a key trains, and which one of it.
func SkillOf(key string) (Skill, int, error) {
	p := strings.Split(key, ".")
	if len(p) != 3 {
		return Skill{}, 0, ErrNoDrill
	}
	s := Skill{Kind(p[0]), p[1]}
	n, err := strconv.Atoi(p[2])
	if err != nil || n < 0 || n > 1e6 || strconv.Itoa(n) != p[2] || !slices.Contains(makers[s.Kind].items, s.Item) {
		return Skill{}, 0, ErrNoDrill
	}
	return s, n, nil
}

// mostVariants bounds how many are tried until one comes out with exactly one right answer.
const mostVariants = 24

// Make makes the drill of a key, always the same one. ErrNoDrill when the key names none.
func Make(ctx context.Context, key string) (Drill, error) {
	s, n, err := SkillOf(key)
	if err != nil {
		return Drill{}, err
	}
	for try := range uint64(mostVariants) {
		r := rand.New(rand.NewPCG(seedOf(s), uint64(n)*mostVariants+try)) //nolint:gosec // the same key must give the same drill
		d, ok, err := makers[s.Kind].make(ctx, s.Item, r)
		if err != nil {
			return Drill{}, err
		}
		if ok {
			d.Key, d.Kind, d.Skill = key, s.Kind, s
			return d, nil
		}
	}
	return Drill{}, fmt.Errorf("drill %s comes out with no single right answer", key)
}

// seedOf is FNV-1a of a skill's name.
func seedOf(s Skill) uint64 {
	h := uint64(14695981039346656037)
	for _, b := range []byte(string(s.Kind) + "." + s.Item) {
		h = (h ^ uint64(b)) * 1099511628211
	}
	return h
}

// Words is what a skill is called, for a person's progress.
func (s Skill) Words() string {
	switch s.Kind {
	case Clock:
		return s.Item + " o'clock"
	case Aperture:
		return "f/" + strings.ReplaceAll(s.Item, "_", ".")
	case Lens:
		return s.Item + " mm"
	case Source:
		return s.Item + " cm across"
	case Fill:
		return s.Item + " stops"
	case Crop:
		return "4:5, dish " + s.Item
	}
	t, _ := review.Of(s.Item)
	return t.Words
}
