package e2e

import (
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A studio that thinks in inches, °F and twelve hours is told nothing else on any screen, and
// what it types is kept as it means it.
func TestAStudioThinksInItsOwnUnits(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	at := `[id="f-camera.distanceMm"]`
	distance := func() string {
		p.numbers("camera")
		p.until("document.querySelector('"+at+"')", "the distance")
		return eval[string](p, "document.querySelector('"+at+"').value")
	}
	was := distance()

	p.visit("", "/studio/units", "Lenses and sensors stay", "")
	for _, words := range []string{"Inches", "°F", "Cups beside it", "To 12, am and pm"} {
		p.choose(words)
	}
	p.sees("19.02 in across, the oven stands at 356 °F, and soft light lasts until 3:40 pm")

	for _, v := range views {
		p.visit(v.shoot, v.path, v.sees, v.js)
		// What people wrote themselves stays as they wrote it: recipes, notes, names.
		left := eval[[]string](p, `(() => { const own = '.steps li, .ingredients, textarea, input, blockquote, .written, .said, .doing, h2, h3, b, .name, .method'
		  const walk = document.createTreeWalker(document.querySelector('main') ?? document.body, NodeFilter.SHOW_TEXT), out = []
		  for (let n; n = walk.nextNode();) if (!n.parentElement.closest(own) && n.parentElement.checkVisibility() && /\d ?(cm|°C)(?![a-z])|\b(1[3-9]|2[0-3]):[0-5]\d\b/.test(n.data)) out.push(n.data.trim().slice(0, 90))
		  return out })()`)
		assert.Empty(t, left, v.name)
	}

	// Typed in inches, with a comma, kept in millimetres: the set is the same in centimetres.
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	assert.NotEqual(t, was, distance())
	p.type_(at, "40,5"+kb.Enter)
	p.saved()
	p.visit("", "/studio/units", "Lenses and sensors stay", "")
	p.choose("Centimetres")
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	assert.Equal(t, "102.87", distance())

	// Undone like any other deed.
	p.visit("", "/studio/units", "Lenses and sensors stay", "")
	p.click("Undo")
	p.sees("19.02 in across")
}

// choose presses one of several words that stand in a row, and waits until that is saved.
func (p *page) choose(words string) {
	p.t.Helper()
	p.until("[...document.querySelectorAll('.el-radio-button')].some(r => r.innerText.trim() === "+quote(words)+" && (r.querySelector('input').click(), true))", words)
	p.until("[...document.querySelectorAll('.el-radio-button.is-active')].some(r => r.innerText.trim() === "+quote(words)+")", words+" to be chosen")
	p.saved()
}
