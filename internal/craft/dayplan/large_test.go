package dayplan

import (
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// hidden makes a day of so many tasks that can be done: dishes with prep, oven, rest, finish and frames, laid out by hand
// one after the other wherever there is room; then windows and hold times are drawn about that plan, tight or loose.
func hidden(n int, seed uint64) (Day, []int) {
	dice := rand.New(rand.NewPCG(seed, 7))
	d := Day{Span: Span{0, 40 * 60}, Resources: []Resource{
		{Key: "oven", Name: "Oven", Units: 1, ChangeMin: 10}, {Key: "rings", Name: "Rings", Units: 3},
		{Key: "hands", Name: "Hands", Units: 2 + n/50}, {Key: "set", Name: "The set", Units: 1, ChangeMin: 8}}}
	type tied struct{ from, to, least, room int }
	var ties []tied
	add := func(kind, state string, long int, needs ...Need) int {
		d.Tasks = append(d.Tasks, Task{Key: fmt.Sprint(kind, len(d.Tasks)), Min: long, State: state, Needs: needs})
		return len(d.Tasks) - 1
	}
	for dish := 0; len(d.Tasks) < n; dish++ {
		at := fmt.Sprint("dish ", dish)
		prep := add("prep", "", 10+dice.IntN(40), Need{"hands", 1})
		last, hot := prep, prep
		if dice.IntN(3) > 0 && len(d.Tasks) < n {
			hot = add("bake", fmt.Sprint(160+20*dice.IntN(4), " °C"), 15+dice.IntN(45), Need{"oven", 1})
			ties = append(ties, tied{last, hot, 0, 60})
			last = hot
		}
		if len(d.Tasks) < n && dice.IntN(2) == 0 {
			cook := add("cook", "", 5+dice.IntN(25), Need{"rings", 1}, Need{"hands", 1})
			ties = append(ties, tied{prep, cook, 0, 200})
		}
		if len(d.Tasks) < n {
			dress := add("dress", "", 5+dice.IntN(15), Need{"hands", 1})
			ties = append(ties, tied{last, dress, dice.IntN(30), 60})
			last = dress
		}
		for f := 0; f < 1+dice.IntN(4) && len(d.Tasks) < n; f++ {
			frame := add("frame", at, 8+dice.IntN(15), Need{"set", 1}, Need{"hands", 1})
			ties = append(ties, tied{last, frame, 0, 12 + dice.IntN(20)})
			last = frame
		}
	}
	starts := make([]int, len(d.Tasks))
	placed := []int{}
	fits := func(i, at int) bool {
		for _, r := range d.Resources {
			for minute := at; minute < at+d.Tasks[i].Min; minute++ {
				used := 0
				for _, j := range append(placed, i) {
					from := starts[j]
					if j == i {
						from = at
					}
					if from <= minute && minute < from+d.Tasks[j].Min {
						for _, need := range d.Tasks[j].Needs {
							if need.Of == r.Key {
								used += need.Units
							}
						}
					}
				}
				if used > r.Units {
					return false
				}
			}
			if r.ChangeMin == 0 {
				continue
			}
			for _, j := range placed {
				a, b := d.Tasks[i], d.Tasks[j]
				if a.State != "" && b.State != "" && a.State != b.State && len(a.Needs) > 0 && len(b.Needs) > 0 && a.Needs[0].Of == r.Key && b.Needs[0].Of == r.Key &&
					at < starts[j]+b.Min+r.ChangeMin && starts[j] < at+a.Min+r.ChangeMin {
					return false
				}
			}
		}
		return true
	}
	for i := range d.Tasks {
		from := 0
		for _, l := range ties {
			if l.to == i {
				from = max(from, starts[l.from]+d.Tasks[l.from].Min+l.least)
			}
		}
		for !fits(i, from) {
			from++
		}
		starts[i] = from
		placed = append(placed, i)
	}
	end := 0
	for i, t := range d.Tasks {
		end = max(end, starts[i]+t.Min)
		if dice.IntN(8) == 0 {
			d.Tasks[i].Within = []Span{{max(0, starts[i]-dice.IntN(60)), starts[i] + t.Min + dice.IntN(60)}}
		}
	}
	d.ToMin = end + 30
	for _, l := range ties {
		wait := starts[l.to] - starts[l.from] - d.Tasks[l.from].Min
		most := max(wait+dice.IntN(10), l.room)
		d.Links = append(d.Links, Link{From: d.Tasks[l.from].Key, To: d.Tasks[l.to].Key, LeastMin: l.least, MostMin: &most})
	}
	return d, starts
}

// Days that are known to be possible are found, and no worse than the plan they were made about.
func TestLargeDaysThatCanBeDoneAre(t *testing.T) {
	for _, n := range []int{30, 60, 120} {
		for seed := range uint64(6) {
			d, known := hidden(n, seed)
			require.Empty(t, Audit(d, known))
			aim := Aim{End: 1}
			p, err := Solve(t.Context(), d, aim, Usual)
			require.NoError(t, err, "%d tasks, seed %d", n, seed)
			assert.Empty(t, Audit(d, p.Starts))
			assert.LessOrEqual(t, p.Value, d.Value(known, aim))
			assert.LessOrEqual(t, p.Bound, p.Value)
			t.Logf("%3d tasks: ends after %d min, bound %d, gap %.1f %%, made about one of %d", n, p.Value, p.Bound, 100*p.Gap(), d.Value(known, aim))
		}
	}
}

func BenchmarkDay(b *testing.B) {
	for _, n := range []int{30, 60, 120} {
		b.Run(strconv.Itoa(n), func(b *testing.B) {
			d, _ := hidden(n, 1)
			for b.Loop() {
				if _, err := Solve(b.Context(), d, Aim{End: 1}, Usual); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// model is a day for a general constraint solver (MiniZinc).
func model(d Day) string {
	var b strings.Builder
	fmt.Fprintf(&b, "include \"cumulative.mzn\";\narray[1..%d] of var %d..%d: s;\nvar %d..%d: end;\n", len(d.Tasks), d.FromMin, d.ToMin, d.FromMin, d.ToMin)
	at := map[string]int{}
	for i, t := range d.Tasks {
		at[t.Key] = i + 1
		fmt.Fprintf(&b, "constraint s[%d] + %d <= end;\n", i+1, t.Min)
		if len(t.Within) > 0 {
			var or []string
			for _, w := range t.Within {
				or = append(or, fmt.Sprintf("(s[%d] >= %d /\\ s[%d] + %d <= %d)", i+1, w.FromMin, i+1, t.Min, w.ToMin))
			}
			fmt.Fprintf(&b, "constraint %s;\n", strings.Join(or, " \\/ "))
		}
	}
	for _, r := range d.Resources {
		var s, long, need []string
		for i, t := range d.Tasks {
			for _, n := range t.Needs {
				if n.Of == r.Key {
					s, long, need = append(s, fmt.Sprintf("s[%d]", i+1)), append(long, strconv.Itoa(t.Min)), append(need, strconv.Itoa(n.Units))
				}
			}
		}
		if len(s) == 0 {
			continue
		}
		fmt.Fprintf(&b, "constraint cumulative([%s],[%s],[%s],%d);\n", strings.Join(s, ","), strings.Join(long, ","), strings.Join(need, ","), r.Units)
		if r.ChangeMin == 0 {
			continue
		}
		for i, x := range d.Tasks {
			for j, y := range d.Tasks {
				if i < j && x.State != "" && y.State != "" && x.State != y.State && x.Needs[0].Of == r.Key && y.Needs[0].Of == r.Key {
					fmt.Fprintf(&b, "constraint s[%d] + %d <= s[%d] \\/ s[%d] + %d <= s[%d];\n", i+1, x.Min+r.ChangeMin, j+1, j+1, y.Min+r.ChangeMin, i+1)
				}
			}
		}
	}
	for _, l := range d.Links {
		a, z := at[l.From], at[l.To]
		fmt.Fprintf(&b, "constraint s[%d] >= s[%d] + %d;\n", z, a, d.Tasks[a-1].Min+l.LeastMin)
		if l.MostMin != nil {
			fmt.Fprintf(&b, "constraint s[%d] <= s[%d] + %d;\n", z, a, d.Tasks[a-1].Min+*l.MostMin)
		}
	}
	b.WriteString("solve :: int_search(s, smallest, indomain_min) minimize end;\noutput [show(end), \"\\n\"];\n")
	return b.String()
}

// At least as good as a general constraint solver in the same ten seconds, on thirty days. It takes minutes: set
// FIGLADDER_DAYS=1, and install Debian's minizinc.
func TestAsGoodAsAGeneralSolver(t *testing.T) {
	if os.Getenv("FIGLADDER_DAYS") == "" {
		t.Skip("takes minutes: set FIGLADDER_DAYS=1")
	}
	tool, err := exec.LookPath("minizinc")
	if err != nil {
		t.Skip("Debian's minizinc is not installed")
	}
	better, same, nothing := 0, 0, 0
	for seed := range uint64(30) {
		d, _ := hidden([]int{12, 20, 30, 45, 60}[seed%5], 100+seed)
		from := time.Now()
		p, err := Solve(t.Context(), d, Aim{End: 1}, Usual)
		took := time.Since(from)
		require.NoError(t, err)
		file := filepath.Join(t.TempDir(), "day.mzn")
		require.NoError(t, os.WriteFile(file, []byte(model(d)), 0o600))
		said, err := exec.CommandContext(t.Context(), tool, "--solver", "Gecode", "--time-limit", "10000", "-a", file).Output()
		require.NoError(t, err)
		last := -1
		for line := range strings.Lines(string(said)) {
			if v, err := strconv.Atoi(strings.TrimSpace(line)); err == nil {
				last = v
			}
		}
		t.Logf("seed %d, %d tasks: %d in %v, bound %d; theirs %d", seed, len(d.Tasks), p.Value, took.Round(time.Millisecond), p.Bound, last)
		switch {
		case last < 0:
			nothing++
		case p.Value < last:
			better++
		case p.Value == last:
			same++
		default:
			t.Errorf("seed %d: %d, theirs %d", seed, p.Value, last)
		}
	}
	t.Logf("better %d, as good %d, they found none %d", better, same, nothing)
}
