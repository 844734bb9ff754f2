// Package hours counts the time that is worked on a frame (handbook G4) by what can be trusted: while a server runs, its own
// unmoved clock; across a stop, the wall's, within bounds. What nobody saw is set apart, to be said later, and never counted by
// itself. Times are UTC, durations seconds.
package hours

import "time"

// Beat is a sign of life from somebody at work: pages send one every half minute or so. It is stamped when it is written down,
// one after the other, not when it was sent.
type Beat struct {
	At      time.Time `json:"at" doc:"By the wall's clock of the server"`
	Process string    `json:"process" doc:"Which run of the server saw it"`
	UpS     float64   `json:"upS" doc:"How long that run had been up, s, by a clock that nobody moves"`
}

// Gap is a time in which nobody was seen.
type Gap struct {
	FromS   float64 `json:"fromS" doc:"After how much counted time it lies, s"`
	S       float64 `json:"s" doc:"How long it was, s; 0 when the clocks do not tell"`
	Because string  `json:"because" doc:"Why it is not known"`
}

// Log is the time worked on one thing.
type Log struct {
	CountedS float64 `json:"countedS" doc:"Time that counts, s"`
	Gaps     []Gap   `json:"gaps" doc:"What is to be said: worked, or not"`
	Last     *Beat   `json:"last" doc:"The last sign of life; null while nobody is at it"`
}

// How long without a sign of life is still work, s: a page that is busy or a server that starts again. Longer than that nobody
// knows (values of our own).
const (
	Quiet  = 150.0
	Bridge = 300.0 // across a stop of the server
	skew   = 5.0   // by which the clocks of two servers may differ
)

// Start begins to count, or goes on; begun twice, by two windows, it is begun once.
func (l Log) Start(b Beat) Log {
	if l.Last != nil {
		return l.Seen(b)
	}
	l.Last = &b
	return l
}

// Seen counts on to a sign of life. One that comes late, or from a second window, takes nothing away and adds nothing twice.
func (l Log) Seen(b Beat) Log {
	if l.Last == nil {
		return l
	}
	gone, most, why := b.UpS-l.Last.UpS, Quiet, "No page was open."
	if b.Process != l.Last.Process {
		gone, most, why = b.At.Sub(l.Last.At).Seconds(), Bridge, "The studio was down."
		if gone < -skew {
			return l.apart(0, "The clock was set back while the studio was down.", b)
		}
		gone = max(0, gone)
	} else if gone <= 0 { // seen already
		return l
	}
	if gone > most {
		return l.apart(gone, why, b)
	}
	l.CountedS += gone
	l.Last = &b
	return l
}

func (l Log) apart(s float64, why string, b Beat) Log {
	l.Gaps = append(append([]Gap{}, l.Gaps...), Gap{FromS: l.CountedS, S: s, Because: why})
	l.Last = &b
	return l
}

// Stop counts to a last sign of life and ends.
func (l Log) Stop(b Beat) Log {
	l = l.Seen(b)
	l.Last = nil
	return l
}

// Say settles a gap: so much of it was work, s. It is held to the gap where that is known.
func (l Log) Say(gap int, workedS float64) Log {
	if gap < 0 || gap >= len(l.Gaps) {
		return l
	}
	g := l.Gaps[gap]
	if g.S > 0 {
		workedS = min(workedS, g.S)
	}
	l.CountedS += max(0, workedS)
	l.Gaps = append(append([]Gap{}, l.Gaps[:gap]...), l.Gaps[gap+1:]...)
	return l
}
