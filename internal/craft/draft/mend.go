package draft

import (
	"context"
	"strings"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/scene"
)

// costOf is what all findings together cost a picture: what stops the work the most, then
// what spoils it; what is only worth knowing hardly counts.
func costOf(all []finding.Finding) float64 {
	sum := 0.0
	for _, f := range all {
		switch f.Severity {
		case finding.Stop:
			sum += 1000 + float64(f.Cost)
		case finding.Care:
			sum += 30 + float64(f.Cost)
		default:
			sum += 0.15 * float64(f.Cost)
		}
	}
	return sum
}

// Judge reads a set with all that is asked of it.
type Judge func(scene.Set) (compose.Judged, error)

// JudgeFor judges at a detail: coarsely, as a draft and a mend do hundreds of times, or as the
// set is shown.
func JudgeFor(ctx context.Context, w scene.Wants, wanted []compose.Wanted, d light.Detail) Judge {
	return func(s scene.Set) (compose.Judged, error) { return compose.Judge(ctx, s, w, wanted, d) }
}

// closePresses is how many presses are looked at as the set is shown, after the coarse ones.
const closePresses = 5

// MendShown mends coarsely and then, of what spoils the picture, nearly as the set is shown: light that
// is worked out finely can find what a coarse look missed by a little.
func MendShown(ctx context.Context, s scene.Set, w scene.Wants, wanted []compose.Wanted, allow func(path string) bool, most int) (Mended, error) {
	coarse, err := Mend(s, JudgeFor(ctx, w, wanted, light.Search), allow, most)
	if err != nil {
		return Mended{}, err
	}
	out, err := mend(coarse.Set, JudgeFor(ctx, w, wanted, light.Effect), allow, closePresses, true)
	if err != nil {
		return Mended{}, err
	}
	out.Did, out.Was = append(coarse.Did, out.Did...), max(coarse.Was, out.Was)
	return out, nil
}

// Mended is a set with what was pressed.
type Mended struct {
	Set  scene.Set         `json:"set" doc:"The set as it would stand"`
	Did  []string          `json:"did" doc:"What was pressed, in order"`
	Was  int               `json:"was" doc:"How many findings there were above worth knowing"`
	Is   int               `json:"is" doc:"And how many are left"`
	Left []finding.Finding `json:"left" doc:"What is left, the dearest first"`
}

// Mend presses what findings offer, the dearest first, as long as the picture gains by it: a
// press that costs more elsewhere than it mends is taken back. allow says which fields may be
// changed; most is how many presses are looked at. A set with nothing to press comes back as
// it is.
func Mend(s scene.Set, judge Judge, allow func(path string) bool, most int) (Mended, error) {
	return mend(s, judge, allow, most, false)
}

// mend is Mend; spoilsOnly leaves alone what is only worth knowing.
func mend(s scene.Set, judge Judge, allow func(path string) bool, most int, spoilsOnly bool) (Mended, error) {
	j, err := judge(s)
	if err != nil {
		return Mended{}, err
	}
	out := Mended{Set: s, Did: []string{}, Was: spoils(j.Findings)}
	looked := map[string]bool{}
	for tries := 0; tries < most; {
		gained := false
	all:
		for _, f := range j.Findings {
			if spoilsOnly && f.Severity == finding.Note {
				continue
			}
			for _, t := range f.Try {
				if len(t.Edits) == 0 || looked[key(t)] || !allowed(t.Edits, allow) || tries >= most {
					continue
				}
				looked[key(t)] = true
				after, bad := scene.Apply(out.Set, t.Edits)
				if bad != nil || after.Check() != nil {
					continue
				}
				tries++
				k, err := judge(after)
				if err != nil {
					return Mended{}, err
				}
				if costOf(k.Findings) < costOf(j.Findings)-1 {
					out.Set, j, gained = after, k, true
					out.Did = append(out.Did, t.Words)
					break all
				}
			}
		}
		if !gained {
			break
		}
	}
	out.Is, out.Left = spoils(j.Findings), j.Findings
	return out, nil
}

func key(t finding.Try) string {
	var b strings.Builder
	b.WriteString(t.Words)
	for _, e := range t.Edits {
		b.WriteString(e.Path)
	}
	return b.String()
}

func allowed(edits []finding.Edit, allow func(string) bool) bool {
	for _, e := range edits {
		if !allow(e.Path) {
			return false
		}
	}
	return true
}

// spoils counts what is more than worth knowing.
func spoils(all []finding.Finding) int {
	n := 0
	for _, f := range all {
		if f.Severity != finding.Note {
			n++
		}
	}
	return n
}
