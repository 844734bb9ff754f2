package hours

import (
	"fmt"
	"math"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

var noon = time.Date(2026, 12, 3, 12, 0, 0, 0, time.UTC)

// world is the truth: how long somebody has really worked, and a server with a clock on the wall.
type world struct {
	trueS float64       // since it all began
	upS   float64       // of this run
	run   int           //
	moved time.Duration // by how much the wall's clock is off
}

func (w *world) beat() Beat {
	return Beat{At: noon.Add(time.Duration(w.trueS * float64(time.Second))).Add(w.moved), Process: fmt.Sprint(w.run), UpS: w.upS}
}

// Two windows beat, the server is killed and starts again, the clock is moved while it runs: no second is counted twice, and none
// is lost but what is set apart.
func TestNoSecondTwiceAndNoneLost(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		w := world{}
		l := Log{}.Start(w.beat())
		moved := false
		var late []Beat
		for range rapid.IntRange(1, 60).Draw(t, "events") {
			switch rapid.SampledFrom([]string{"work", "work", "work", "twice", "late", "kill", "move", "away"}).Draw(t, "event") {
			case "work":
				s := rapid.Float64Range(1, 60).Draw(t, "s")
				w.trueS, w.upS = w.trueS+s, w.upS+s
				late = append(late, w.beat())
				l, moved = l.Seen(w.beat()), false
			case "twice": // the other window
				l = l.Seen(w.beat()).Start(w.beat())
			case "late":
				if len(late) > 0 && late[len(late)-1].Process == l.Last.Process {
					l = l.Seen(late[rapid.IntRange(0, len(late)-1).Draw(t, "which")])
				}
			case "kill":
				if moved {
					continue // the clock is moved while the server is down, or just before: nobody can tell
				}
				down := rapid.Float64Range(0, 200).Draw(t, "down")
				w.trueS, w.upS, w.run, late = w.trueS+down, 0, w.run+1, nil
				l = l.Seen(w.beat())
			case "move":
				w.moved += time.Duration(rapid.IntRange(-7200, 7200).Draw(t, "by")) * time.Second
				moved = true
			case "away":
				s := rapid.Float64Range(Quiet+1, 4000).Draw(t, "away")
				w.trueS, w.upS = w.trueS+s, w.upS+s
				l, moved = l.Seen(w.beat()), false
			}
		}
		l = l.Stop(w.beat())
		sum := l.CountedS
		for _, g := range l.Gaps {
			sum += g.S
		}
		if math.Abs(sum-w.trueS) > 1e-3 {
			t.Fatalf("%.3f s are accounted for of %.3f: %+v", sum, w.trueS, l)
		}
	})
}

// Two servers whose clocks differ by a second take the beats in turn.
func TestTwoServersInTurn(t *testing.T) {
	l := Log{}.Start(Beat{At: noon, Process: "a", UpS: 500})
	for i := 1; i <= 20; i++ {
		b := Beat{At: noon.Add(time.Duration(30*i) * time.Second), Process: "a", UpS: 500 + 30*float64(i)}
		if i%2 == 1 {
			b = Beat{At: b.At.Add(time.Second), Process: "b", UpS: 9000 + 30*float64(i)}
		}
		l = l.Seen(b)
	}
	assert.InDelta(t, 600, l.CountedS, 1.001)
	assert.Empty(t, l.Gaps)
	l = l.Seen(Beat{At: noon.Add(598 * time.Second), Process: "b", UpS: 9700})
	assert.InDelta(t, 600, l.CountedS, 1.001, "a hair behind is no clock set back")
	assert.Empty(t, l.Gaps)
}

// A timer that was forgotten counts nothing of the night, and what is said of it counts.
func TestAForgottenTimerIsMended(t *testing.T) {
	w := world{}
	l := Log{}.Start(w.beat())
	w.trueS, w.upS = 100, 100
	l = l.Seen(w.beat())
	w.trueS, w.upS = 40_000, 40_000
	l = l.Seen(w.beat())
	assert.InDelta(t, 100, l.CountedS, 1e-6)
	assert.Len(t, l.Gaps, 1)
	assert.InDelta(t, 39_900, l.Gaps[0].S, 1e-6)
	assert.InDelta(t, 1000, l.Say(0, 900).CountedS, 1e-6)
	assert.InDelta(t, 40_000, l.Say(0, 90_000).CountedS, 1e-6, "no more than there was")
	assert.InDelta(t, 100, l.Say(0, -5).CountedS, 1e-6)
	assert.Empty(t, l.Say(0, 0).Gaps)
	assert.Len(t, l.Gaps, 1, "what was read stays as it was")
	assert.Equal(t, l, l.Say(3, 10))
	assert.Equal(t, Log{}, Log{}.Seen(w.beat()), "nobody was at it")
}

// Set back while the studio was down, nobody knows: it is asked.
func TestAClockSetBackIsAsked(t *testing.T) {
	l := Log{}.Start(Beat{At: noon, Process: "1", UpS: 10})
	l = l.Seen(Beat{At: noon.Add(-time.Hour), Process: "2", UpS: 3})
	assert.Zero(t, l.CountedS)
	assert.Len(t, l.Gaps, 1)
	assert.InDelta(t, 30, l.Say(0, 30).CountedS, 1e-6)
}
