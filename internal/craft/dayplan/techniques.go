package dayplan

import (
	"fmt"
	"math"
	"slices"

	"figladder/internal/craft/styling"
)

// Work is what a technique on a frame adds to a day: so much by hand, and so long that something freezes, dries or
// soaks by itself meanwhile.
type Work struct {
	Key, Name string
	HandMin   int
	WaitMin   int
	Caution   string
}

// alone is from how many seconds on a step of a technique goes on by itself.
const alone = 600

// WorkOf reads a technique's steps.
func WorkOf(t styling.Technique) Work {
	w := Work{Key: t.Key, Name: t.Name}
	byHand, waits := 0.0, 0.0
	for _, s := range t.Steps {
		if s.Seconds >= alone {
			waits += s.Seconds
		} else {
			byHand += s.Seconds
		}
	}
	w.HandMin, w.WaitMin = max(1, int(math.Ceil(byHand/60))), int(math.Ceil(waits/60))
	if len(t.Cautions) > 0 {
		w.Caution = t.Cautions[0].Words
	}
	return w
}

// techniques puts in what is prepared for a dish's frames: once for all frames of the dish that it is on, before the
// first of them.
func (b *builder) techniques(d Dish, frames []Shot) {
	put := map[string]int{}
	for _, f := range frames {
		at := slices.IndexFunc(b.jobs, func(j Job) bool { return j.Key == f.Key })
		if at < 0 {
			continue
		}
		for _, w := range f.Work {
			last, known := put[w.Key]
			if !known {
				last = b.work(d, f, w)
				put[w.Key] = last
			}
			b.link(last, at, 0)
		}
	}
}

// work puts in the jobs of one technique and returns the last.
func (b *builder) work(d Dish, f Shot, w Work) int {
	because := fmt.Sprintf("a technique on “%s”", f.Title)
	key := d.Key + ":" + w.Key
	waits := -1
	if w.WaitMin >= 24*60 {
		b.ahead = append(b.ahead, Ahead{Name: w.Name, Dish: d.Title, DishID: d.Key, Min: w.WaitMin, Days: (w.WaitMin + 1439) / 1440})
	} else if w.WaitMin > 0 {
		waits = b.add(Job{Key: key + ":wait", Name: w.Name + ": stands by itself", Kind: Rest, DishID: d.Key, Dish: d.Title, Because: because}, w.WaitMin, "")
	}
	hand := b.add(Job{Key: key, Name: w.Name, Kind: Prep, DishID: d.Key, Dish: d.Title, Because: because, Caution: w.Caution}, w.HandMin, "", Need{hands, 1})
	b.link(waits, hand, 0)
	return hand
}
