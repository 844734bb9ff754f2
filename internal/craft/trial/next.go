package trial

import (
	"fmt"
	"math"
	"regexp"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/recipe"
)

// Idea is something to try next against a fault, with what trials say about it
// already.
type Idea struct {
	Fault   string `json:"fault" doc:"The fault, in words"`
	Because string `json:"because" doc:"The usual cause"`
	Try     string `json:"try" doc:"What to change"`
	State   string `json:"state" enum:"open,tried,helped" doc:"Not tried yet; tried and the fault stayed; tried and the fault went"`
	Words   string `json:"words" doc:"What trials say: which one changed it, and by how much"`
}

// Step is one trial against the one before.
type Step struct {
	ID      string          `json:"id" doc:"Key of the trial"`
	Name    string          `json:"name" doc:"The trial"`
	Against string          `json:"against" doc:"The one before it"`
	Changes []recipe.Change `json:"changes" doc:"What changed, as parts of the whole"`
	Method  []string        `json:"method" doc:"What changed in time and temperature"`
	Gone    []string        `json:"gone" doc:"Faults that went, in words"`
	New     []string        `json:"new" doc:"Faults that came, in words"`
}

// Steps compares each trial with the one before it. The first has none.
func Steps(all []Named, region measure.Region) []Step {
	out := []Step{}
	for i := 1; i < len(all); i++ {
		was, is := all[i-1], all[i]
		s := Step{ID: is.ID, Name: is.Name, Against: was.Name, Changes: recipe.Changed(was.Recipe.ByWeight(region, ""), is.Recipe.ByWeight(region, "")), Method: []string{}, Gone: []string{}, New: []string{}}
		for _, k := range []string{"temperature", "time"} {
			if w := turned(was.Recipe, is.Recipe, k); w != "" {
				s.Method = append(s.Method, w)
			}
		}
		s.Gone, s.New = without(was.Faults, is.Faults), without(is.Faults, was.Faults)
		out = append(out, s)
	}
	return out
}

func without(a, b []string) []string {
	have := map[string]bool{}
	for _, k := range b {
		have[k] = true
	}
	out := []string{}
	for _, k := range a {
		if f, ok := FaultOf(k); ok && !have[k] {
			out = append(out, f.Words)
		}
	}
	return out
}

func turned(was, is recipe.Recipe, kind string) string {
	a, b := bakeOf(was, kind), bakeOf(is, kind)
	if a == 0 || b == 0 || math.Abs(a-b) < 0.5 {
		return ""
	}
	if kind == "temperature" {
		return fmt.Sprintf("%.0f °C, was %.0f °C", b, a)
	}
	return fmt.Sprintf("%.0f min, was %.0f min", b, a)
}

func bakeOf(r recipe.Recipe, kind string) float64 {
	for _, b := range bakes(r) {
		if b.Kind == kind {
			return b.Value
		}
	}
	return 0
}

// Next lists what to try against the faults of the last trial, likeliest causes
// first within a fault; what was tried while the fault stayed comes last, with
// the trial that tried it.
func Next(all []Named, region measure.Region) []Idea {
	out := []Idea{}
	if len(all) == 0 {
		return out
	}
	for _, key := range all[len(all)-1].Faults {
		fault, ok := FaultOf(key)
		if !ok {
			continue
		}
		var tried []Idea
		for _, c := range fault.Causes {
			idea := Idea{Fault: fault.Words, Because: c.Because, Try: c.Try, State: "open"}
			for i := 1; i < len(all); i++ {
				words, did := c.done(all[i-1].Recipe, all[i].Recipe, region)
				if !did || !has(all[i-1].Faults, key) {
					continue
				}
				idea.State, idea.Words = "tried", fmt.Sprintf("%s: %s; it still %s", all[i].Name, words, key)
				if !has(all[i].Faults, key) {
					idea.State, idea.Words = "helped", fmt.Sprintf("%s: %s; it went, and came back later", all[i].Name, words)
				}
			}
			if idea.State == "tried" {
				tried = append(tried, idea)
				continue
			}
			out = append(out, idea)
		}
		out = append(out, tried...)
	}
	return out
}

func has(list []string, key string) bool {
	for _, k := range list {
		if k == key {
			return true
		}
	}
	return false
}

// done reports whether the second recipe did what the cause advises, against the
// first, and how far.
func (c Cause) done(was, is recipe.Recipe, region measure.Region) (string, bool) {
	if c.hotter != 0 {
		for _, kind := range []string{"temperature", "time"} {
			a, b := bakeOf(was, kind), bakeOf(is, kind)
			if a > 0 && b > 0 && (b-a)*float64(c.hotter) > 0.5 {
				return turned(was, is, kind), true
			}
		}
		return "", false
	}
	if c.of == nil {
		return "", false // only hands can tell
	}
	a, b := share(was, c.of, region), share(is, c.of, region)
	if a == b || (b > a) != c.more || math.Abs(b-a) < 0.01*math.Max(a, b) {
		return "", false
	}
	return fmt.Sprintf("%.1f %% of it, was %.1f %%", b, a), true
}

func share(r recipe.Recipe, of *regexp.Regexp, region measure.Region) float64 {
	sum := 0.0
	for _, s := range r.ByWeight(region, "").Shares {
		if of.MatchString(s.Item) {
			sum += s.Percent
		}
	}
	return sum
}
