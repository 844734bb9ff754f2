package e2e

import (
	"strings"
	"testing"
	"time"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

const toddyMethod = "Simmer the cider with the cinnamon.\nPour it over the honey in a glass.\nSteam rises: serve at once."

// The whole job by keyboard alone: no click, and nothing focused but by Tab or a key that
// the page itself tells of.
func TestTheWholeJobByKeyboardAlone(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.go_("/")
	p.sees("Open the studio")
	labelled := func(words string) string { return "a.getAttribute('aria-label') === " + quote(words) }
	named := func(words string) string {
		return "a.matches('button, a, summary, [role=button]') && (a.innerText || '').trim().startsWith(" + quote(words) + ")"
	}
	to := func(js, why string) { p.t.Helper(); p.tabTo(js, why, false) }
	back := func(js, why string) { p.t.Helper(); p.tabTo(js, why, true) }

	to("a.name === 'name'", "the name")
	p.key("Maud Pellow")
	to("a.name === 'email'", "the email")
	p.key("maud@loft.example")
	to("a.name === 'password'", "the password")
	p.key("four plain words" + kb.Enter)
	p.sees("Shoots by day")

	// A sheet that opens has the focus where typing begins; Enter sends it.
	p.press("n")
	p.until("document.activeElement?.getAttribute('aria-label') === 'Name of the shoot'", "the name to have the focus")
	p.key("Evening drinks" + kb.Enter)
	p.sees("The brief so far")
	to("a.id === 'q-who'", "the first question")
	p.key("Maud")
	p.saved()

	p.press("]")
	p.sees("No dishes yet")
	p.press("t")
	p.until("document.activeElement?.getAttribute('aria-label') === 'Name of the dish'", "the name to have the focus")
	p.key("Cider toddy")
	to(labelled("Ingredients"), "the ingredients")
	p.key("300 ml cider\n1 tbsp honey")
	to(labelled("Method"), "the method")
	p.key(toddyMethod)
	to(named("Save the recipe"), "saving")
	p.key(kb.Enter)
	p.closed()
	p.sees("Frames in this recipe")
	p.press("A")
	p.until("document.querySelectorAll('.frames .accepted').length >= 2 && !document.querySelector('.frames .open')", "all on the list")

	p.press("]")
	p.sees("need more")
	for range 12 { // down to the hero
		if eval[bool](p, "document.querySelector('.list .row.on, .list .row[aria-current=true], .list .row[aria-selected=true]')?.innerText.includes('Hero') || document.activeElement?.innerText?.includes('Hero')") {
			break
		}
		p.press("j")
	}
	p.press("s")
	p.until("location.pathname.includes('/set/') && document.querySelector('[data-reading=keyFill]')", "the set")
	bare := p.reading("keyFill")
	p.press("w")
	assert.NotEqual(t, bare, p.reading("keyFill"), "the card does something")
	p.press("t")
	p.until("document.querySelectorAll('.strip img').length === 1", "a frame")

	p.press("]") // past the day
	p.sees("Offer days")
	p.press("]")
	p.sees("second copy, read back")
	p.press(kb.Enter)
	p.sees("Let it go")
	p.press("]")
	p.sees("steps done")
	n := eval[int](p, "document.querySelectorAll('.steps input').length")
	for i := 1; i <= n; i++ {
		p.press(itoa(i))
		p.until("document.querySelectorAll('.steps .done').length === "+itoa(i), "step "+itoa(i))
	}
	to(labelled("Who says yes"), "who says yes")
	p.key("The bar" + kb.Enter)
	p.sees("✓ Approved")

	p.press("]")
	p.until("document.querySelector('.crop')", "the crop")
	to("a.name === 'alt'", "the words for those who do not see it")
	p.key("A toddy in a handled glass")
	p.until("!document.querySelector('[data-finding=alt]')", "nothing against them")
	back(named("Send to Feed")+" || "+named("Feed"), "sending")
	if !strings.HasPrefix(eval[string](p, "document.activeElement.innerText.trim()"), "Send") {
		to(named("Send to Feed"), "sending")
	}
	p.key(kb.Enter)
	p.sees("What has been seen stays seen")
	to(named("Send it"), "the answer")
	p.key(kb.Enter)
	p.sees("✓ accepted")
	assert.Zero(t, eval[int](p, "window.clicked ?? 0"))
	p.press("z", chromedp.ModifierCtrl)
	p.sees("Take back what came before it?")
	p.key(kb.Escape)
}

// The shortest way from an empty studio to a picture at an outlet, by mouse and by thumb. It
// was 85 clicks and 92 seconds.
func TestTheShortestWay(t *testing.T) {
	t.Parallel()
	t.Run("laptop", func(t *testing.T) { theShortestWay(t, 1280, 800, 30) })
	t.Run("phone", func(t *testing.T) { theShortestWay(t, 390, 844, 36) })
}

func theShortestWay(t *testing.T, width, height int64, most int) {
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, width, height)
	p.owner()
	clicks, began := 0, time.Now()
	// On a phone what is asked for may lie in the drawer.
	unfold := func(find string) {
		t.Helper()
		shown := "[...document.querySelectorAll('button, a, label, summary, textarea, input')].some(e => e.getClientRects().length && (" + find + "))"
		p.until("document.querySelector('.handle[aria-expanded=false]') || "+shown, find)
		if !eval[bool](p, shown) {
			clicks++
			eval[any](p, "document.querySelector('.handle').click()")
		}
	}
	click := func(words, sees string) {
		t.Helper()
		unfold("(e.innerText ?? '').trim().startsWith(" + quote(words) + ")")
		clicks++
		p.click(words)
		p.until("document.body.textContent.includes("+quote(sees)+")", "“"+sees+"”") // in the drawer, too
	}
	click("New shoot", "")
	p.until("document.activeElement?.getAttribute('aria-label') === 'Name of the shoot'", "the focus")
	p.key("Evening drinks" + kb.Enter)
	p.sees("The brief so far")
	click("Climb to Dish", "No dishes yet")
	click("Type a recipe", "")
	p.until("document.activeElement?.getAttribute('aria-label') === 'Name of the dish'", "the focus")
	p.key("Cider toddy")
	p.tabTo("a.getAttribute('aria-label') === 'Ingredients'", "the ingredients", false)
	p.key("300 ml cider\n1 tbsp honey")
	p.tabTo("a.getAttribute('aria-label') === 'Method'", "the method", false)
	p.key(toddyMethod)
	click("Save the recipe", "Frames in this recipe")
	p.closed()
	click("or all", "✓ on the list")
	click("Shots", "need more")
	clicks++
	p.until("[...document.querySelectorAll('.list .row')].some(r => r.innerText.includes('Hero') && (r.click(), true))", "the hero")
	click("Build its set", "Key to fill")
	click("Save this set and take a frame", "Take a frame")
	p.until("document.querySelectorAll('.strip img').length === 1", "a frame")
	click("Frames", "second copy, read back")
	click("Keep this frame", "Let it go")
	click("Climb to Finish", "steps done")
	n := eval[int](p, "document.querySelectorAll('.steps input').length")
	for i := 1; i <= n; i++ {
		clicks++
		eval[any](p, "document.querySelectorAll('.steps input')["+itoa(i-1)+"].click()")
		p.until("document.querySelectorAll('.steps .done').length === "+itoa(i), "step "+itoa(i))
	}
	unfold("e.ariaLabel === 'Who says yes'")
	clicks++
	p.type_("input[aria-label='Who says yes']", "The bar"+kb.Enter)
	p.sees("✓ Approved")
	click("Climb to Out", "Alt text")
	unfold("e.name === 'alt'")
	clicks++
	p.type_("textarea[name=alt]", "A toddy in a handled glass")
	p.until("!document.querySelector('[data-finding=alt]')", "nothing against them")
	click("Send to Feed", "What has been seen stays seen")
	clicks++
	p.reply("Send it")
	p.sees("✓ accepted")
	t.Logf("the shortest way at %d: %d clicks, %.0f s, %d of them the steps of the finish", width, clicks, time.Since(began).Seconds(), n)
	assert.LessOrEqual(t, clicks, most)
	assert.LessOrEqual(t, eval[int](p, "document.documentElement.scrollWidth - innerWidth"), 0)
}
