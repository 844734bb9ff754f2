package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// A round is sent and a link made; a second browser, a phone's width and signed in nowhere, sees it, wants a change at a place and
// says yes to another; the photographer sees it come without asking. The link is taken back and shows nothing more.
func TestARoundInASecondBrowser(t *testing.T) {
	t.Parallel()
	s := demoServer(t)
	p := signedIn(t, s.URL)
	p.visit("Merrow", "/rounds", "Nobody outside the studio sees anything yet", "")
	p.until("document.querySelectorAll('.choices li').length === 3", "the kept frames")
	p.withAxe()
	p.openToAll("the next round")
	p.type_("[aria-label='What to say with it']", "Three heroes. Which one darker?")
	p.click("Send round 1 with 3 pictures")
	p.sees("Round 1: No answer yet")
	p.click("Make a link")
	p.sees("Write whom it is for")
	p.type_("[aria-label='Whom a new link is for']", "Merrow kitchen")
	p.click("Make a link")
	p.until("document.querySelector('[data-link]')", "the link")
	link := eval[string](p, "document.querySelector('[data-link]').innerText")
	p.withAxe()
	p.openToAll("a round")

	c := open(t, s.URL, 390, 844)
	c.do(chromedp.Navigate(link))
	c.sees("Three heroes. Which one darker?")
	c.until("document.querySelectorAll('article').length === 3", "three choices")
	c.until("document.querySelector('article img')?.naturalWidth > 400", "the picture comes by the link")
	c.withAxe()
	c.openToAll("what a client sees")
	c.do(chromedp.EmulateViewport(390, 844))
	assert.Empty(t, eval[[]string](c, "[...document.querySelectorAll('a[href]')].map(a => a.href)"), "nothing leads anywhere")
	assert.LessOrEqual(t, eval[float64](c, "document.documentElement.scrollWidth"), 390.0)
	assert.Empty(t, eval[string](c, "document.cookie"))
	marked := eval[string](c, "document.querySelector('article img').src")

	c.click("Yes, as it is")
	c.sees("Write your name first")
	c.type_("#who", "Odile Renn")
	c.click("Yes, as it is")
	c.sees("Has its yes")
	c.until("document.querySelector('article img').src !== "+quote(marked), "it is shown clean")
	eval[any](c, "[...document.querySelectorAll('article')][1].querySelectorAll('.row button')[1].click()")
	c.until("document.querySelector('textarea')", "what is to be changed")
	c.type_("textarea", "The rim is <b>too bright</b>.")
	eval[any](c, "document.querySelector('.placing').focus()")
	c.key("\r")
	c.sees("The place is marked")
	c.click("Send this change")
	c.sees("2 of 3 answered, 1 with a yes")
	assert.Contains(t, eval[string](c, "document.body.innerText"), "The rim is <b>too bright</b>.")

	p.sees("2 of 3 answered, 1 with a yes")
	p.sees("The rim is <b>too bright</b>.")
	p.until("document.querySelectorAll('.choices .pin').length === 1", "with its place")
	p.visit("Merrow", "/finish", "steps done", "")
	p.visit("Merrow", "/rounds", "Links", "")
	p.click("Take back")
	p.sees("taken back")
	c.do(chromedp.Reload())
	c.sees("or was taken back")
	assert.Zero(t, eval[int](c, "document.querySelectorAll('article').length"))
	p.sees("Odile Renn")
}
