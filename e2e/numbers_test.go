package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A frame is read in numbers: its tones, where it is sharp, figures that open, and what is worth a look; the next frame has
// its own; on a phone nothing sticks out.
func TestAFrameInNumbers(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/frames", "In numbers", "")
	p.until("document.querySelectorAll('.numbers .map .sharp').length === 96", "where it is sharp")
	assert.Greater(t, eval[int](p, "document.querySelectorAll('.numbers .tones rect').length"), 60)
	blur := eval[float64](p, "+document.querySelector('.numbers [data-reading=blur]').dataset.value")
	assert.Positive(t, blur)
	eval[any](p, "document.querySelector('.numbers [data-reading=blur] button').click()")
	p.sees("Steepest edges against themselves, blurred once more")
	p.withAxe()
	p.openToAll("a frame in numbers")
	// Key to fill on two facets, by keys alone.
	p.press("f")
	p.sees("Press where the key meets the food")
	for range 5 {
		p.key(kb.ArrowLeft)
	}
	p.key(kb.Enter)
	p.sees("Now where only the fill does")
	for range 9 {
		p.key(kb.ArrowRight)
	}
	p.key(kb.Enter)
	p.until("document.querySelector('[data-reading=got-ratio]')", "what lies between them")
	eval[any](p, "document.querySelector('[data-reading=got-ratio] button').click()")
	p.sees("Light on the key's facet, mean")
	p.sees("Planned")
	assert.Equal(t, 2, eval[int](p, "document.querySelectorAll('.spot').length"))
	p.press("j")
	p.until("document.querySelector('.numbers [data-reading=blur]') && +document.querySelector('.numbers [data-reading=blur]').dataset.value !== "+num(blur), "another frame's")
	p.do(chromedp.EmulateViewport(390, 844))
	p.until("document.documentElement.scrollWidth <= 390", "nothing sticks out")
}
