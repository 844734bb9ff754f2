package e2e

import (
	"testing"
	"time"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// count is how many of a list the studio has; js counts in the answer.
func (p *page) count(path, js string) int {
	p.t.Helper()
	return asked[int](p, path, js)
}

// Two quick presses on every button that makes something make one of it.
func TestTwicePressedIsOnceDone(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	here := "'/api/shoots/' + location.pathname.split('/')[2]"
	once := func(what, path, js, press string) {
		t.Helper()
		before := 0
		if what != "a shoot" {
			before = p.count(path, js)
		}
		p.doubleClick(press)
		p.until("!document.querySelector('[aria-busy=true]')", what+" to be made")
		time.Sleep(700 * time.Millisecond) // a second one would have come by now
		assert.Equal(t, before+1, p.count(path, js), "%s, pressed twice", what)
	}

	p.press("n")
	p.type_("input[aria-label='Name of the shoot']", "Twice pressed")
	once("a shoot", "'/api/shoots'", "got.length", "Make the shoot")
	p.sees("The brief so far")

	p.click("References")
	p.click("Add a reference")
	p.click("+ light")
	p.type_("textarea[aria-label='What to look at']", "The rim of light")
	once("a reference", here+" + '/references'", "got.length", "Add it")

	p.press("]")
	p.sees("No dishes yet")
	p.press("t")
	p.type_("input[aria-label='Name of the dish']", "Pear toddy")
	p.type_("textarea[aria-label=Ingredients]", "1 pear\n250 ml water")
	p.type_("textarea[aria-label=Method]", "Cut the pear.\nPour the water over.")
	once("a dish", here+" + '/dishes'", "got.length", "Save the recipe")
	p.closed()
	once("a frame of the recipe on the list", here+" + '/shots'", "got.rows.length", "Accept:")

	p.press("2")
	p.sees("Add a trial")
	p.click("Add a trial")
	p.type_("textarea[aria-label='Ingredients of the trial']", "2 pears")
	p.type_("textarea[aria-label='Method of the trial']", "Cut them.")
	once("a trial", "'/api/dishes/' + location.pathname.split('/')[4] + '/trials'", "got.length", "Save")
	p.closed()

	p.go_(eval[string](p, "'/shoots/' + location.pathname.split('/')[2] + '/shots'"))
	p.sees("List out as CSV") // its head is whole: nothing moves under the pointer any more
	p.click("Add a shot")
	p.type_("input[aria-label='What it shows']", "A small extra")
	once("a shot", here+" + '/shots'", "got.rows.length", "Add it")
	p.closed()

	eval[any](p, "document.querySelector('.list .row').focus()")
	p.key("s")
	p.until("location.pathname.includes('/set/') && document.querySelector('[data-reading=keyFill]')", "the set")
	p.press("w")
	p.saved()
	p.press("t")
	p.key("t")
	p.until("document.querySelectorAll('.strip img').length > 0", "a frame")
	time.Sleep(700 * time.Millisecond)
	assert.Equal(t, 1, p.count(here+" + '/frames'", "got.length"), "a frame, its key pressed twice")

	p.go_("/cupboard")
	p.click("Add a prop")
	p.type_("[aria-label='Name of the prop']", "Oat plate")
	p.type_("[aria-label='Rim']", "21")
	p.key(kb.Tab)
	once("a prop", "'/api/props'", "got.rows.length", "Save the prop")
	p.noDialog()
	p.go_("/cupboard/kit")
	p.click("Write a piece down")
	p.type_("[aria-label='Name of the piece']", "A fifty")
	for field, v := range map[string]string{"Shortest": "50", "Longest": "50", "Widest f-number": "1.8", "Closest focus, as the maker states it (from the sensor)": "45"} {
		p.type_("[aria-label='"+field+"']", v)
		p.key(kb.Tab)
	}
	once("a piece of kit", "'/api/kit'", "got.length", "Save")
	p.noDialog()
	p.go_("/cupboard/missing")
	p.click("Want something")
	p.type_("[aria-label='What is wanted']", "A tiny bowl")
	once("a wish", "'/api/cupboard/lacking'", "got.wanted.length", "Save")
	p.noDialog()
	p.go_("/studio/people")
	p.type_("input[name=invitee]", "Ada")
	once("an invitation", "'/api/invitations'", "got.length", "Make a link")
	p.sees("/join")
}
