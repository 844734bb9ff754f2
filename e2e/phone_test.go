package e2e

import (
	"context"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/input"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// tapAt touches a place with one finger.
func (p *page) tapAt(at map[string]float64) {
	p.t.Helper()
	p.do(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		for _, touch := range []input.DispatchTouchEventParams{
			{Type: input.DispatchTouchEventTypeTouchStart, TouchPoints: []*input.TouchPoint{{X: at["x"], Y: at["y"]}}},
			{Type: input.DispatchTouchEventTypeTouchEnd, TouchPoints: []*input.TouchPoint{}},
		} {
			if _, err := cdp.Call(ctx, t, input.DispatchTouchEvent, touch); err != nil {
				return err
			}
		}
		return nil
	}))
}

// tap touches a button, link or option by its words. What a thumb cannot hit, being smaller
// than 40 px either way, is a fault.
func (p *page) tap(words string) {
	p.t.Helper()
	at := p.button(words)
	assert.GreaterOrEqual(p.t, at["w"], 40.0, "“%s” is narrower than a thumb", words)
	assert.GreaterOrEqual(p.t, at["h"], 40.0, "“%s” is lower than a thumb", words)
	p.tapAt(at)
}

// tapOn touches the first element of a selector that is to be seen.
func (p *page) tapOn(selector string) {
	p.t.Helper()
	find := "[...document.querySelectorAll(" + quote(selector) + ")].find(e => e.getClientRects().length)"
	p.until(find, selector)
	p.tapAt(eval[map[string]float64](p, "(() => { const e = "+find+"; e.scrollIntoView({block: 'center'}); const r = e.getBoundingClientRect(); return {x: r.x + r.width / 2, y: r.y + r.height / 2} })()"))
}

// drawer opens the reading, or shuts it.
func (p *page) drawer(open bool) {
	p.t.Helper()
	p.until("document.querySelector('.handle')", "the drawer's handle")
	if eval[bool](p, "document.querySelector('.handle').ariaExpanded === 'true'") != open {
		p.tapOn(".handle")
	}
}

// rung steps onto a rung of the ladder at the foot.
func (p *page) rung(name, sees string) {
	p.t.Helper()
	p.tapOn(".rail a[href*='/" + name + "']")
	p.until("document.body.textContent.includes("+quote(sees)+")", "“"+sees+"”")
}

// The main deed of each view by one thumb, on a phone.
func TestAPhoneDoesTheJob(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.do(chromedp.EmulateViewport(390, 844, chromedp.EmulateMobile, chromedp.EmulateTouch))
	p.go_("/")
	p.sees("Shoots by day")
	p.tap("New shoot")
	p.sees("Make the shoot")
	p.tapOn(".el-dialog__headerbtn")
	p.closed()
	p.tapOn(".shoots a[href*='/']")
	p.until("document.querySelector('.rail')", "the ladder at the foot")
	p.visit("Merrow", "/brief", "Who is on it?", "")
	p.tap("Bright and airy")
	p.saved()
	p.tap("Undo")
	p.sees("Taken back")

	p.rung("dish", "Frames in this recipe")
	p.drawer(true)
	p.until("[...document.querySelectorAll('.reading .frames button')].length > 0", "frames in the drawer")
	assert.True(t, eval[bool](p, "document.querySelector('.bench').getBoundingClientRect().height > 250"), "what the reading is about is still to be seen")
	p.tap("Shopping")
	p.sees("Greengrocer")
	done := eval[int](p, "document.querySelectorAll('.tick[aria-checked=true]').length")
	p.tapOn(".tick[aria-checked=false]")
	p.until("document.querySelectorAll('.tick[aria-checked=true]').length === "+itoa(done+1), "it is bought")

	p.rung("shots", "safe frames")
	p.tapOn(".list .row:nth-child(3)")
	p.drawer(true)
	p.tap("Open its set")
	p.until("location.pathname.includes('/set/') && document.querySelector('.above')", "its set")

	p.visit("Merrow", "/set/HERO", "closer", "")
	p.drawer(true)
	p.until("document.querySelector('.reading [data-finding]')", "its findings")
	p.tapOn("[data-reading=keyFill] button")
	p.until("document.querySelector('.reading').innerText.includes('log2')", "how the figure came about")
	p.drawer(false)
	p.tapOn("[data-roll=light-0]")
	p.until("document.querySelector('.in-hand')", "the window in hand")

	p.visit("Merrow", "/pack", "Off the shelves", "")
	p.pick(".pulls select", "● pulled")
	p.until("[...document.querySelectorAll('.pulls select')].some(e => e.selectedOptions[0].text.includes('pulled'))", "it is pulled")

	p.rung("frames", "second copy")
	p.tap("Let it go")
	p.sees("Keep this frame")
	p.tap("Keep this frame")
	p.sees("Let it go")

	p.rung("finish", "steps done")
	p.until("document.querySelector('.steps input')", "steps")
	was := eval[int](p, "document.querySelectorAll('.steps .done').length")
	p.tapOn(".steps label")
	p.until("document.querySelectorAll('.steps .done').length !== "+itoa(was), "a step ticked or unticked")
	p.tapOn(".steps label")
	p.until("document.querySelectorAll('.steps .done').length === "+itoa(was), "and back")

	p.visit("Allotment", "/out", "Feed", "")
	p.tap("Tiles 1:1")
	p.until("document.querySelector('.crop') && document.querySelector('.reading').innerText.includes('Wants 1:1')", "the tile's crop")
	p.tap("More")
	p.tap("Cupboard")
	p.sees("On the table")
	p.tapOn(".tile")
	p.drawer(true)
	p.sees("There are")
}
