package e2e

import (
	"testing"

	"figladder/internal/store/storetest"
	"github.com/stretchr/testify/assert"
)

// A press that comes before what a new thing begins with has arrived waits for it: on a slow
// machine it was lost, and nothing said so.
func TestAnEarlyPressIsNotLost(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	sheet := "document.querySelector('.el-dialog form')?.getClientRects().length"
	for _, at := range []struct{ path, sees, press, then string }{
		{"/cupboard", "The shelves are empty", "Add a prop", sheet},
		{"/cupboard/kit", "Write a piece down", "Write a piece down", sheet},
		{"/almanac", "Add a window", "Add a window", "[...document.querySelectorAll('legend')].some(l => l.textContent === 'This window')"},
	} {
		p.without("blanks")
		p.go_(at.path)
		p.sees(at.sees)
		p.click(at.press)
		p.without()
		p.until(at.then, at.press+" on "+at.path)
	}
}

// Keys pressed before what they act on has arrived wait for it, in their order: on a slow machine the way
// down the list and into a set was lost.
func TestEarlyKeysAreNotLost(t *testing.T) {
	t.Parallel()
	p := signedIn(t, demoServer(t).URL)
	p.visit("Merrow", "/brief", "The brief so far", "")
	p.without("shoots/*/shots*")
	p.press("]")
	p.until("location.pathname.endsWith('/dish')", "the dishes")
	p.press("]")
	p.until("location.pathname.endsWith('/shots')", "the list")
	p.press("j")
	p.press("s")
	assert.Zero(t, eval[int](p, "document.querySelectorAll('.list .row').length"), "the list is still on its way")
	p.without()
	p.until("location.pathname.includes('/set/')", "the set of the second shot")
	shot := eval[string](p, "location.pathname.split('/').pop()")
	p.go_(eval[string](p, "location.pathname.replace(/set.*/, 'shots')"))
	p.until("document.querySelectorAll('.list .row').length > 1", "the list")
	assert.Equal(t, "row-"+shot, eval[string](p, "document.querySelectorAll('.list .row')[1].id"))
}

// A picture that the studio had no time for is asked for again: one of twelve stayed away, and nothing said so.
func TestPicturesWaitTheirTurn(t *testing.T) {
	t.Parallel()
	p := signedIn(t, demoServer(t).URL)
	p.visit("Merrow", "/round/HERO", "o'clock, 40° high", "")
	p.until("document.querySelectorAll('.cell img').length >= 2", "the first frames")
	p.without("set/picture*")
	p.click("low, 15°") // other frames, none of which comes
	p.sees("15° high")
	p.until("performance.getEntriesByType('resource').some(r => r.name.includes('/set/picture') && r.responseStatus === 0)", "one that did not come")
	p.without()
	p.until("document.querySelectorAll('.cell img').length === 12", "twelve frames")
}
