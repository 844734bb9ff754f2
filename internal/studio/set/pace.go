package set

import (
	"math"
	"sync"
	"time"

	"figladder/internal/craft/scene"
)

// pace is how fast pictures are made here, learned from those that were: nobody can say
// beforehand how fast the machine is. The zero value is ready.
type pace struct {
	mu      sync.Mutex
	perPath time.Duration // a path of a pixel; 0 before the first picture
}

// usualPerPath is what a path takes on two cores (docs/benchmarks.md).
const usualPerPath = 2100 * time.Nanosecond

// about is how long a picture takes, in whole seconds, one at the least.
func (p *pace) about(set scene.Set, w RenderWish) int {
	p.mu.Lock()
	defer p.mu.Unlock()
	per := p.perPath
	if per == 0 {
		per = usualPerPath
	}
	across, up := set.Camera.FrameSensor()
	short := float64(w.LongPx) * min(across, up) / max(across, up)
	return max(1, int(math.Round((time.Duration(float64(w.LongPx)*short) * time.Duration(w.Samples) * per).Seconds())))
}

// saw takes a picture of so many paths in all into account, by a third.
func (p *pace) saw(paths int, took time.Duration) {
	p.mu.Lock()
	defer p.mu.Unlock()
	got := took / time.Duration(max(1, paths))
	if p.perPath == 0 {
		p.perPath = got
		return
	}
	p.perPath += (got - p.perPath) / 3
}
