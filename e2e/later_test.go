package e2e

import (
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A picture is ordered for an hour with drafted words, which somebody has to have read; it stands in the calendar and is called off.
// What stands at an outlet is taken down, and the shoot is handed on as a template that another begins from.
func TestAPictureWaitsAndIsCalledOff(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Allotment", "/out", "accepted", "")
	eval[any](p, "[...document.querySelectorAll('.el-radio-button')].find(b => b.innerText.startsWith('Tiles')).click()")
	p.sees("Wants 1:1")
	p.until("document.querySelector('.proposed')?.innerText.includes('The dish whole')", "a crop is proposed")
	// What is drawn over the picture is the crop that is worked out, to the pixel of the screen.
	p.until(`(() => { const c = document.querySelector('.crop'), i = document.querySelector('.pic img').getBoundingClientRect(), b = c?.getBoundingClientRect()
	  if (!b) return false
	  const w = [...c.ariaLabel.matchAll(/\d+/g)].map((m) => Number(m[0]))
	  const n = document.querySelector('.pic img')
	  return Math.abs(b.width / b.height - w[0] / w[1]) < 0.01 && b.left >= i.left - 1 && b.right <= i.right + 1 })()`, "the crop as drawn")
	p.type_("textarea[name=caption]", "")
	p.type_("textarea[name=alt]", "")
	p.click("Draft from what is known")
	p.until("document.querySelector('textarea[name=alt]').value.includes(' on a ')", "words are drafted")
	p.sees("read them against the picture")
	send := "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Send to Tiles'))"
	assert.True(t, eval[bool](p, send+".disabled"), "nobody has read them")
	eval[any](p, "document.querySelector('.passed input').click()")
	eval[any](p, "document.querySelectorAll('.when input[type=radio]')[1].click()")
	p.until("document.querySelector('[aria-label=\"Day it goes out\"]') !== null", "the hour")
	assert.True(t, eval[bool](p, send+".disabled"), "not without its hour")
	p.type_("[aria-label='Day it goes out']", "24 Dec 2027")
	p.key(kb.Tab)
	p.type_("[aria-label='Hour it goes out']", "07:30")
	p.key(kb.Tab)
	p.until("!"+send+".disabled", "nothing against it")
	p.withAxe()
	p.openToAll("an hour")
	p.click("Send to Tiles")
	p.reply("Send it")
	p.until("document.querySelector('.sent')?.innerText.includes('waits for its hour')", "it waits")

	eval[any](p, "[...document.querySelectorAll('nav a')].find(a => a.innerText.trim() === 'Calendar').click()")
	p.sees("goes out")
	p.sees("Fri, 24 Dec 2027")
	p.withAxe()
	p.openToAll("calendar")
	eval[any](p, "window.ics = null; fetch(document.querySelector('a[href*=outings]').href).then(async (r) => (window.ics = await r.text())); null")
	p.until("window.ics?.includes('BEGIN:VEVENT')", "for another calendar")

	p.visit("Allotment", "/out", "waits for its hour", "")
	p.click("Call it off")
	p.reply("Call it off")
	p.until("document.querySelector('.sent')?.innerText.includes('called off')", "it is called off")
	p.click("Take it down")
	p.reply("Take it down")
	p.until("document.querySelector('.sent')?.innerText.includes('taken down')", "it is taken down")

	// Handed on as a template.
	p.visit("Allotment", "/brief", "as a template", "")
	eval[any](p, "window.template = null; fetch(document.querySelector('a[href$=template]').href).then(async (r) => (window.template = await r.text())); null")
	p.until("window.template?.includes('fig-ladder-template')", "the file")
	assert.NotContains(t, eval[string](p, "window.template"), "Leeks")
	text := eval[string](p, "window.template")
	p.go_("/")
	p.sees("Shoots by day")
	p.click("New shoot")
	p.type_("[aria-label='Name of the shoot']", "Spring table")
	put := func(file string) {
		eval[any](p, "(() => { const i = document.querySelector('input[type=file]'), d = new DataTransfer(); d.items.add(new File(["+quote(file)+"], 't.json')); i.files = d.files; i.dispatchEvent(new Event('change', {bubbles: true})) })(); null")
	}
	put("{ broken")
	p.click("Make the shoot")
	p.sees("no template of a shoot")
	put(text)
	p.click("Make the shoot")
	p.sees("Finals owed")
	eval[any](p, "[...document.querySelectorAll('nav a, .rail a')].find(a => a.innerText.includes('Shots')).click()")
	p.sees("Dish 1: hero")
}
