package e2e

import (
	"fmt"
	"strconv"
	"strings"
	"syscall"
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
	eval[any](p, "window.said = null; (async () => { const s = location.pathname.split('/')[2]; const out = []; for (const a of ['call-sheet.pdf', 'prep.pdf', 'day.ics']) { const r = await fetch('/api/shoots/' + s + '/' + a); out.push(r.status + ' ' + r.headers.get('content-type')) } window.said = out })(); null")
	p.until("window.said", "the prints")
	assert.Equal(t, []string{"200 application/pdf", "200 application/pdf", "200 text/calendar; charset=utf-8"}, eval[[]string](p, "window.said"))

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
	eval[any](a, "window.here = 1; window.seenAt = 0; new MutationObserver(() => { if (!window.seenAt && "+begun+"1) window.seenAt = Date.now() }).observe(document.body, {subtree: true, childList: true}); null")
	a.until("!document.querySelector('[role=status]')", "it hears")
	eval[any](b, "window.pressedAt = 0; addEventListener('keydown', () => window.pressedAt = Date.now(), true); null")
	b.press("n")
	a.until(begun+"1", "begun in the other browser")
	t.Logf("from a key in one browser to the other's page: %.0f ms", eval[float64](a, "window.seenAt")-eval[float64](b, "window.pressedAt"))
	eval[any](a, "document.querySelector('section[aria-label=Next] .job button').click()")
	b.until(begun+"2", "and back")
	b.press("x")
	a.until(begun+"1", "over")
	assert.Equal(t, 1.0, eval[float64](a, "window.here"), "nothing was loaded again")
}

const takenSoFar = "Number(document.querySelector('.take figcaption')?.innerText.match(/the last of (\\d+)/)?.[1] ?? 0)"

// A frame is taken over the cable. It comes out in the middle of the next: nothing is lost, and what is on the card comes
// by itself. A kicked tripod is told of; the hero is got.
func TestTheCableComesOutInATake(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/on-set", "On its cable", "")
	p.press("t")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "what is taken has begun")
	p.until(takenSoFar+" === 1", "a frame")
	p.pick("select[aria-label='How it takes']", "after 2 s")
	eval[any](p, "window.at = setInterval(async () => { if (!(await (await fetch('/api/camera')).json()).taking) return; clearInterval(window.at); await fetch('/api/camera/by-hand', {method: 'PUT', headers: {'content-type': 'application/json'}, body: JSON.stringify({act: 'pull the cable'})}) }, 100); null")
	p.click("Take")
	p.sees("Nothing is lost: the frame is on the camera's card.")
	p.sees("The camera is off its cable")
	p.until("document.querySelector('.shutter').disabled", "nothing to take with")
	p.do(chromedp.Reload())
	p.sees("The camera is off its cable")
	p.until(takenSoFar+" === 1", "one so far")
	p.click("The camera is simulated: handle it")
	p.click("plug it in")
	p.until(takenSoFar+" === 2", "the one on its card, by itself")
	p.pick("select[aria-label='How it takes']", "one frame")
	p.click("kick the tripod")
	p.click("Take")
	p.sees("was the camera touched?")
	p.type_("input[aria-label='Note on this frame']", "kicked; again")
	p.key(kb.Tab)
	p.click("This is the one")
	p.sees("one kept")
	p.do(chromedp.Reload())
	p.until("document.querySelector('input[aria-label=\"Note on this frame\"]')?.value === 'kicked; again'", "the note")

	// Five at once, freely; then the card is full for such a burst, and says so.
	p.pick("select[aria-label='How it takes']", "five in a burst")
	p.click("Free, off the tripod")
	p.click("Take")
	p.until(takenSoFar+" === 8", "five more")
	assert.Equal(t, 0.0, eval[float64](p, "document.querySelectorAll('.changes li').length"), "whoever walks about is told nothing")
}

// The server is killed in mid-day: every frame, every job and every tick that was answered for is there, and what was
// ticked meanwhile is sent when it is back.
func TestKilledInMidDay(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := signedIn(t, s.URL)
	p.visit("Merrow", "/on-set", "On its cable", "")
	p.press("t")
	p.until(takenSoFar+" === 1", "a frame")
	p.press("x")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 0", "over")
	p.press("n")
	p.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "the next begun")
	now := eval[string](p, "document.querySelector('section[aria-label=Now] .job b').innerText")
	set := eval[string](p, "location.pathname")
	shopping := strings.Replace(set, "/on-set", "/shopping", 1)
	p.go_(shopping)
	p.until("document.querySelectorAll('.tick').length > 5", "the list")
	p.do(chromedp.EmulateViewport(390, 844))
	ticks := "[...document.querySelectorAll('.tick')].filter(t => t.ariaChecked === 'true').length"
	was := eval[int](p, ticks)
	open := "[...document.querySelectorAll('.tick')].filter(t => t.ariaChecked !== 'true')"
	so := func(more int, words string) string {
		return fmt.Sprintf("%s === %d && !!document.querySelector('.waits') === %s", ticks, was+more, words)
	}
	eval[any](p, open+"[0].click()")
	p.until(so(1, "false"), "sent")
	p.do(chromedp.Sleep(200 * time.Millisecond))
	s.end(syscall.SIGKILL)
	eval[any](p, open+".slice(0, 3).forEach(t => t.click())")
	p.sees("3 ticks wait for the connection")
	p.until(so(4, "true"), "ticked all the same")
	s = s.again(t)
	p.until(so(4, "false"), "sent by themselves")
	assert.LessOrEqual(t, eval[float64](p, "document.documentElement.scrollWidth"), 390.0)
	assert.Empty(t, eval[[]string](p, "[...document.querySelectorAll('.tick')].filter(b => b.getClientRects().length && (b.offsetHeight < 40 || b.offsetWidth < 40)).map(b => b.offsetWidth + ' x ' + b.offsetHeight)"), "large enough for a thumb")

	q := signedIn(t, s.URL)
	q.go_(shopping)
	q.until(so(4, "false"), "in another browser too")
	q.go_(set)
	q.sees(now)
	q.until("document.querySelectorAll('section[aria-label=Now] .job').length === 1", "still under way")
	eval[any](q, "window.frames_ = null; fetch(location.pathname.replace('/shoots', '/api/shoots').replace('/on-set', '/frames')).then(r => r.json()).then(f => window.frames_ = f.filter(x => x.doc.cameraFile).length); null")
	q.until("window.frames_ !== null", "the frames")
	assert.GreaterOrEqual(t, eval[float64](q, "window.frames_"), 1.0)
}

// The day is wrapped: lines are ticked, one comes off, both are there after a reload; and what it comes to is said, opened,
// refused in words and printed.
func TestADayIsWrappedAndPaid(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/wrap", "At the end", "")
	p.sees("Sloe and tonic: into the bin, with its mark")
	p.click("Oval plate, sage")
	p.click("Oven, rings, heat guns and lamps off and cold")
	ticked := "[...document.querySelectorAll('.tick')].filter(t => t.ariaChecked === 'true').map(t => t.ariaLabel).join()"
	p.until(ticked+" === 'Oval plate, sage,Oven, rings, heat guns and lamps off and cold' && !document.querySelector('.waits')", "both ticked")
	p.do(chromedp.Sleep(500 * time.Millisecond))
	p.do(chromedp.Reload())
	p.until(ticked+" === 'Oval plate, sage,Oven, rings, heat guns and lamps off and cold'", "both still")
	p.click("Oval plate, sage")
	p.until(ticked+" === 'Oven, rings, heat guns and lamps off and cold'", "one is not back after all")

	// What was left of the food, kept; kit packed at the shelf, by thumb.
	left := "document.querySelector('.food select')"
	thing := eval[string](p, "document.querySelector('.food b').innerText")
	eval[any](p, left+".value = '0.5'; "+left+".dispatchEvent(new Event('change', { bubbles: true })); null")
	p.do(chromedp.Sleep(500 * time.Millisecond))
	p.do(chromedp.Reload())
	p.until(left+"?.value === '0.5'", "half of "+thing)
	p.visit("Merrow", "/pack", "Out of the kit", "")
	p.do(chromedp.EmulateViewport(390, 844))
	p.until("document.querySelectorAll('.takes .tick').length > 2 && document.documentElement.scrollWidth <= 390", "the kit")
	packed := "[...document.querySelectorAll('.takes .tick')].filter(t => t.ariaChecked === 'true').length"
	eval[any](p, "document.querySelector('.takes .tick').click()")
	eval[any](p, "document.querySelector('.pulls .tick').click()")
	p.until(packed+" === 1 && !document.querySelector('.waits')", "packed")
	p.do(chromedp.Sleep(500 * time.Millisecond))
	p.do(chromedp.Reload())
	p.until(packed+" === 1", "packed still")
	p.do(chromedp.EmulateViewport(1280, 800))

	p.visit("Merrow", "/cost", "What it comes to", "")
	p.sees("Nobody said what an hour of a photographer is paid")
	p.type_("input[aria-label=Fee]", "2400")
	p.key(kb.Tab)
	p.click("Add a rate")
	p.type_("input[aria-label='Rate 1: an hour']", "60")
	p.key(kb.Tab)
	p.saved()
	p.until("document.querySelector('[data-reading=crew-0]')?.dataset.value > 100", "the photographer's hours")
	p.click("Maud Pellow, photographer")
	p.sees("Hours on the day, at an hour's pay")
	p.click("Add something rented")
	p.type_("input[aria-label='Rental 1: what']", "Garment steamer")
	p.key(kb.Tab)
	p.type_("input[aria-label='Rental 1: a day']", "18")
	p.key(kb.Tab)
	p.type_("input[aria-label='Rental 1: to buy']", "90")
	p.key(kb.Tab)
	p.saved()
	p.sees("Garment steamer: rent it; bought it is paid for only after 5 shoots like this.")
	total := p.reading("total")
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.querySelector('[data-reading=total]').dataset.value !== '"+strconv.FormatFloat(total, 'f', -1, 64)+"' || !document.body.innerText.includes('paid for only after 5')", "undone")
	eval[any](p, "window.said = null; (async () => { const s = location.pathname.split('/')[2]; const out = []; for (const a of ['estimate.pdf', 'wrap.pdf']) { const r = await fetch('/api/shoots/' + s + '/' + a); out.push(r.status + ' ' + r.headers.get('content-type')) } window.said = out })(); null")
	p.until("window.said", "the prints")
	assert.Equal(t, []string{"200 application/pdf", "200 application/pdf"}, eval[[]string](p, "window.said"))
}
