package day

import (
	"fmt"
	"sync"

	"figladder/internal/craft/almanac"
)

// strips are windows' days that were worked out last: each save on a day asks for the same few.
type strips struct {
	mu   sync.Mutex
	kept map[string]almanac.DayStrip
}

// mostStrips are kept; then all are forgotten.
const mostStrips = 256

// of is a window's light on a day.
func (k *strips) of(p almanac.Place, w almanac.Window, day string) (almanac.DayStrip, error) {
	key := fmt.Sprintf("%+v %+v %s", p, w, day)
	k.mu.Lock()
	strip, ok := k.kept[key]
	k.mu.Unlock()
	if ok {
		return strip, nil
	}
	strip, err := almanac.DayOf(p, w, day, nil)
	if err != nil {
		return strip, err
	}
	k.mu.Lock()
	defer k.mu.Unlock()
	if len(k.kept) >= mostStrips || k.kept == nil {
		k.kept = map[string]almanac.DayStrip{}
	}
	k.kept[key] = strip
	return strip, nil
}
