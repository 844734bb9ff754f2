package e2e

import (
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

const sloeAndTonic = "(() => { const s = document.querySelector('select[aria-label=Frame]'); s.value = [...s.options].find(o => o.text.includes('Sloe and tonic')).value; s.dispatchEvent(new Event('change')) })()"

// asked types a figure into a lab's field and leaves it.
func (p *page) asked(label, v string) {
	p.t.Helper()
	p.type_("input[aria-label='"+label+"']", v)
	p.key(kb.Tab)
}

// A drink is thinned to a lightness and its card cut; dew on a damp and on a dry day; a technique is found by its
// problem; two that alter the drink lead to its tag, shopping and back.
func TestADrinkIsStyled(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/styling", "On this frame", sloeAndTonic)
	p.until("[...document.querySelectorAll('.sides button')].some(b => b.innerText === 'Drink' && b.ariaPressed === 'true')", "the drink lab")

	// To a lightness, and so on the set.
	p.asked("Lightness wanted", "62")
	p.asked("Glasses", "4")
	p.until("document.querySelector('[data-reading=then]')?.dataset.value > 61", "thinned")
	p.until("/ml of the drink and \\d+ ml of water: 4 glasses, 1 spare/.test(document.body.innerText)", "what is mixed")
	p.click("Thin it on the set")
	p.sees("Undo takes it back")
	p.until("Math.abs(document.querySelector('[data-reading=now]')?.dataset.value - 62) < 0.6", "so on the set")

	// The card, on the set and in print.
	p.click("Stand it on the set")
	p.sees("The card stands behind the glass")
	eval[any](p, "window.said = null; (async () => { const id = location.pathname.split('/').pop(), shoot = location.pathname.split('/')[2]; const at = ['/api/shots/' + id + '/glow.pdf?paper=Letter&copies=3', '/api/shots/' + id + '/glow.svg', '/api/shoots/' + shoot + '/tags.pdf', '/api/shoots/' + shoot + '/risks.pdf']; const out = []; for (const a of at) { const r = await fetch(a); out.push(r.status + ' ' + r.headers.get('content-type')) } window.said = out })(); null")
	p.until("window.said", "the prints")
	assert.Equal(t, []string{"200 application/pdf", "200 image/svg+xml", "200 application/pdf", "200 application/pdf"}, eval[[]string](p, "window.said"))

	// Layers: in the order in which they stand, whatever the order they were written in.
	p.click("Layers")
	p.sees("They stand in this order")
	p.type_("input[aria-label='Name of layer 3']", "maple syrup")
	p.until("document.querySelector('ol.says li b')?.innerText === 'maple syrup' || document.querySelector('ol.says').innerText.includes('maple syrup')", "the new one in its place")
	p.sees("the pouring alone mixes them")
	p.click("Lay them in on the set")
	p.sees("They lie in the glass on the set")
	p.sees("Take them out of the set")
	p.click("Take them out of the set")
	p.sees("One drink again")
	p.until("![...document.querySelectorAll('button')].some(b => b.innerText === 'Take them out of the set')", "out again")

	// Dew: a damp day, a dry one, and air that there is not.
	p.click("Dew")
	p.asked("Room", "26")
	p.asked("Humidity", "70")
	p.asked("Drink", "3")
	p.sees("Dew forms")
	p.asked("Room", "19")
	p.asked("Humidity", "30")
	p.asked("Drink", "9")
	p.sees("No dew")
	p.asked("Humidity", "0")
	p.sees("no room's air is without any water")
	p.asked("Humidity", "100")
	p.sees("Dew forms")
	p.click("Show it on the set")
	p.sees("Wipe it off the set")

	// By the problem; two parts that alter it.
	p.press("/")
	p.until("document.activeElement?.name === 'problem'", "the field for the problem")
	p.type_("input[name=problem]", "glass looks black")
	p.until("document.querySelector('.wall .row b')?.innerText === 'Glow card' && document.querySelectorAll('.wall .row').length < 20", "the card for it first")
	p.click("Put on: Dew that lasts")
	p.until("document.querySelectorAll('ul.on li').length === 1", "on the frame")
	p.click("Put on: Ice that does not melt")
	p.until("document.querySelectorAll('ul.on li').length === 2", "both on the frame")
	p.click("Safety")
	p.sees("hard pieces in the drink")
	p.sees("the glass is coated")
	p.sees("Counted out at wrap")
	p.click("It stands out now")
	p.sees("Back in the cold or the heat")
	p.visit("Merrow", "/shopping", "of ", "")
	p.sees("glycerine")

	// And back.
	p.visit("Merrow", "/styling", "On this frame", sloeAndTonic)
	p.until("document.querySelectorAll('ul.on li').length === 2", "both still there after a reload")
	p.click("Take off: Dew that lasts")
	p.until("document.querySelectorAll('ul.on li').length === 1", "one taken off")
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.querySelectorAll('ul.on li').length === 2", "undo puts it on again")
}

// Every side of styling is open to all at every size.
func TestEverySideOfStylingIsOpenToAll(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/styling", "On this frame", sloeAndTonic)
	p.withAxe()
	for _, side := range []string{"Drink", "Layers", "Dew", "Pour", "Hidden lift", "By hand", "What dies first", "Techniques", "Safety"} {
		p.click(side)
		p.until("[...document.querySelectorAll('.sides button')].some(b => b.innerText === "+quote(side)+" && b.ariaPressed === 'true')", side)
		time.Sleep(600 * time.Millisecond)
		p.openToAll(side)
	}
}

// What is done by hand is worked out, opened, and refused in words; who keeps away from what is told where it is eaten.
func TestByHandAndWhoEats(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/styling/HERO?side=hand", "By hand", "")
	p.click("Butter")
	p.asked("What it lies on", "70")
	p.sees("It lies too hot to keep an edge")
	p.click("Cuts clean out of the freezer for")
	p.sees("Heat through layers by finite differences")
	p.asked("What it lies on", "900")
	p.sees("What it lies on, °C: from -20 to 250.")
	p.click("Scoops")
	p.sees("count on two or three minutes")
	p.click("Lasting ice")
	p.sees("Never eaten and never down a drain")
	p.asked("Glasses", "0")
	p.sees("Glasses: from 1 to 200.")

	p.visit("Merrow", "/brief", "Crew", "")
	p.click("Add somebody")
	p.type_("input[aria-label='Crew 5: who']", "Bram Ottery")
	p.pick("select[aria-label='Crew 5: keeps away from']", "molluscs")
	p.sees("4 pairs of hands on the day")
	p.type_("input[aria-label='Crew 5: comes']", "late")
	p.key(kb.Tab)
	p.sees("“late” is no time of day.")
	p.type_("input[aria-label='Crew 5: comes']", "10:30")
	p.key(kb.Tab)
	p.saved()
	p.visit("Merrow", "/styling/HERO?side=safety", "Who may eat it afterwards", "")
	p.sees("Bram Ottery keeps away from molluscs. Somebody else handles it")
	p.sees("Oda Wrenfield (molluscs); Bram Ottery (molluscs)")
	p.sees("Sloe and tonic: Nobody: glass coated with clear matt lacquer")
}
