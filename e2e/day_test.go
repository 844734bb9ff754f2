package e2e

import (
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// The demo's day as it would be planned: offered, taken, moved by the keyboard with what that breaks said at once, undone,
// pinned, planned again from now; on paper and in a calendar; and a day that cannot be.
func TestADayIsPlanned(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/day", "By time", "")
	p.until("document.querySelectorAll('.job').length > 40", "the line")
	p.until("document.querySelectorAll('.job.hero').length === 6", "six heroes")
	p.until("!document.querySelector('.job.broken')", "nothing broken")
	assert.Equal(t, "33 of 33 planned", eval[string](p, "[...document.querySelectorAll('.rail .rung')].find(r => r.innerText.startsWith('Day'))?.querySelector('.shown').innerText"))

	// Other days, with what each costs.
	p.press("o")
	p.until("document.querySelectorAll('.offers article').length === 3", "three days")
	p.click("Take the shortest day")
	p.sees("Undo takes it back")
	p.until("!document.querySelector('.offers')", "taken")

	// A hero before its dish is made: said at once, undone in one.
	eval[any](p, "(() => { const h = [...document.querySelectorAll('.job.hero')].find(j => j.ariaLabel.includes('pavlova')); h.focus(); h.click() })()")
	p.sees("Pin it there")
	p.type_("input[aria-label=Starts]", "08:20")
	p.key(kb.Tab)
	p.until("document.querySelectorAll('.job.broken').length > 0", "what it breaks")
	p.sees("too early after what it waits for")
	p.press("z", chromedp.ModifierCtrl)
	p.until("!document.querySelector('.job.broken')", "undone")

	// By the arrows, and pinned.
	was := eval[string](p, "[...document.querySelectorAll('.job.hero')].find(j => j.ariaLabel.includes('pavlova')).ariaLabel.slice(0, 5)")
	eval[any](p, "[...document.querySelectorAll('.job.hero')].find(j => j.ariaLabel.includes('pavlova')).focus()")
	p.key(kb.ArrowRight)
	p.until("[...document.querySelectorAll('.job.hero')].find(j => j.ariaLabel.includes('pavlova')).ariaLabel.slice(0, 5) > "+quote(was), "five minutes on")
	p.press("p")
	p.sees("Let it go")

	// Late: what has begun stays.
	p.type_("input[aria-label='It is now']", "10:00")
	p.key(kb.Tab)
	p.click("Plan the rest again")
	p.until("document.querySelectorAll('.job.done').length > 5 || !!document.querySelector('.problem')", "planned again, or told why not")

	// On paper, and in a calendar.
	eval[any](p, "window.said = null; (async () => { const s = location.pathname.split('/')[2]; const out = []; for (const a of ['call-sheet.pdf', 'day.ics']) { const r = await fetch('/api/shoots/' + s + '/' + a); out.push(r.status + ' ' + r.headers.get('content-type')) } window.said = out })(); null")
	p.until("window.said", "the prints")
	assert.Equal(t, []string{"200 application/pdf", "200 text/calendar; charset=utf-8"}, eval[[]string](p, "window.said"))

	// Too short a day: the wishes that clash, in words.
	p.type_("input[aria-label='Done, wrap included, by']", "10:00")
	p.key(kb.Tab)
	p.type_("input[aria-label='Break']", "0")
	p.key(kb.Tab)
	time.Sleep(600 * time.Millisecond)
	p.click("Offer days")
	p.until("!!document.querySelector('.offers')?.innerText.match(/no such day|No day/)", "why there is none")
}

// A shoot without frames says what a day comes from; a phone has the same day, and everything is open to all.
func TestADayOnAPhone(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/day", "By time", "")
	p.withAxe()
	p.until("document.querySelectorAll('.job').length > 40", "the line")
	p.openToAll("day")
	p.do(chromedp.EmulateViewport(390, 844))
	p.until("document.documentElement.scrollWidth <= 390", "nothing sticks out")
	p.openToAll("day on a phone")
	eval[any](p, "document.querySelector('.jobs button').click()")
	p.until("document.querySelector('.jobs .chosen')", "a job in hand")
	p.until("[...document.querySelectorAll('.jobs button')].every(b => b.getBoundingClientRect().height >= 44)", "large enough for a thumb")
}

// On the set, in two browsers: what one begins the other sees; a step that cannot be taken back waits for its safe frame;
// the server may be gone meanwhile, and what was said is there when it comes back.
func TestADayIsRunFromTheSet(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/on-set", "Next before the camera", "")
	p.withAxe()
	p.openToAll("on set")
	p.press("b")
	p.until("!!document.querySelector('.fl-dim')", "a dark room")
	p.withAxe()
	p.openToAll("on set in a dark room")
	p.press("b")
	first := eval[string](p, "document.querySelector('section[aria-label=Next] .job b').innerText")
	p.press("n")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "begun")
	p.sees(first)
	p.press("x")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 0", "over")
	eval[any](p, "document.querySelector('section[aria-label=Next] .job button').click()")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "the next begun")
	p.do(chromedp.Reload())
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "still under way after a reload")
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 0", "undone")
}

// Two browsers on one day: what the stylist begins is under way at the photographer's, without loading anything again;
// what both do is kept.
func TestTwoAreOnOneDay(t *testing.T) {
	t.Parallel()
	base := demoServer(t).URL
	a, b := signedIn(t, base), signedIn(t, base)
	a.visit("Merrow", "/on-set", "Next before the camera", "")
	b.visit("Merrow", "/on-set", "Next before the camera", "")
	const begun = "document.querySelectorAll('section[aria-label=Now] .job').length === "
	eval[any](a, "window.here = 1; null")
	a.until("!document.querySelector('[role=status]')", "it hears")
	b.press("n")
	a.until(begun+"1", "begun in the other browser")
	eval[any](a, "document.querySelector('section[aria-label=Next] .job button').click()")
	b.until(begun+"2", "and back")
	b.press("x")
	a.until(begun+"1", "over")
	assert.Equal(t, 1.0, eval[float64](a, "window.here"), "nothing was loaded again")
}
