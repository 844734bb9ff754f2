package e2e

import (
	"strings"
	"testing"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// The owner invites a stylist, who makes an account with the link, sees what a stylist may
// and is refused the rest in words; a weak password is refused; signing out everywhere ends
// the other window.
func TestPeopleAreLetIn(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.saved()
	brief := eval[string](p, "location.pathname")
	p.go_("/studio/people")
	p.sees("You work alone so far")
	p.click("Make a link")
	p.sees("Write whom it is for")
	p.type_("input[name=invitee]", "Wren Tallow")
	p.click("Make a link")
	p.until("document.querySelector('[data-link]')", "the link")
	link := eval[string](p, "document.querySelector('[data-link]').textContent")
	p.sees("Link runs out")

	q := open(t, s.URL, 1280, 800)
	q.go_(strings.TrimPrefix(link, s.URL))
	q.sees("You are invited as stylist")
	q.type_("input[name=email]", "wren@loft.example")
	q.type_("input[name=password]", "password1234")
	q.click("Make my account")
	q.sees("That is easily guessed")
	q.type_("input[name=password]", "moss harbour quince slate")
	q.click("Make my account")
	q.sees("Shoots by day")
	q.go_("/studio")
	q.sees("You change dishes, shots, props and sets")
	assert.False(t, eval[bool](q, "document.body.innerText.includes('People')"), "people are the owner's")
	q.go_(brief)
	q.until("document.querySelector('#q-what')", "the brief")
	assert.False(t, eval[bool](q, "document.body.innerText.includes('Take this shoot away')"))
	q.type_("#q-what", "Not mine to say")
	q.sees("Only a photographer can do this")

	p.go_("/studio")
	p.sees("Change your password")
	p.click("Sign out everywhere")
	p.sees("Sign in")
	q.go_("/studio")
	q.sees("Wren Tallow")
	q.go_(link[len(s.URL):])
	q.sees("was used already")
}

// What is taken away is on a list, and comes back whole.
func TestWhatIsTakenAwayComesBack(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.type_("#q-what", "Six dishes")
	p.saved()
	p.click("Take this shoot away …")
	p.sees("can be brought back whole")
	p.click("Leave it")
	p.noDialog()
	p.click("Take this shoot away …")
	p.until("document.querySelector('.el-message-box .el-button--primary')", "the question")
	eval[any](p, "document.querySelector('.el-message-box .el-button--primary').click()")
	p.sees("No shoots yet")
	p.go_("/studio/taken-away")
	p.sees("30 days left")
	p.click("Bring back")
	p.sees("Nothing was taken away")
	p.go_("/")
	p.sees("Six dishes")
	p.key(kb.Escape)
}

// noDialog waits until no dialog is open or closing.
func (p *page) noDialog() {
	p.t.Helper()
	p.until("![...document.querySelectorAll('.el-overlay')].some(e => e.getClientRects().length)", "the dialog to be gone")
}

// One of each thing of the cupboard is opened, saved as it is, and saved changed.
func TestOneOfEachIsChanged(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.go_("/cupboard")
	p.sees("On the table")
	p.until("[...document.querySelectorAll('.tile')].some(t => t.innerText.includes('scarlet'))", "the wall")
	eval[any](p, "[...document.querySelectorAll('.tile')].find(t => t.innerText.includes('scarlet'))?.click()")
	p.until("document.querySelector('.reading')?.innerText.includes('scarlet')", "the prop")
	form := func(act, save, field string) {
		t.Helper()
		p.click(act)
		p.until("document.querySelector('"+field+"')", "its form")
		p.click(save)
		p.noDialog()
		assert.NotContains(t, eval[string](p, "document.body.innerText"), "expected")
	}
	form("Change", "Save the prop", "[aria-label=\"Name of the prop\"]")
	p.click("Change")
	p.type_("[aria-label='Name of the prop']", "Bowl, scarlet and chipped")
	p.click("Save the prop")
	p.noDialog()
	p.sees("Bowl, scarlet and chipped")
	p.click("Undo")
	p.sees("Taken back: Changed")

	p.go_("/cupboard/kit")
	p.sees("Lenses")
	p.until("[...document.querySelectorAll('li button')].some(b => b.innerText.includes('24–70'))", "the kit")
	eval[any](p, "[...document.querySelectorAll('li button')].find(b => b.innerText.includes('24–70'))?.click()")
	p.until("document.querySelector('.reading')?.innerText.includes('24–70')", "the lens")
	form("Change", "Save", "[aria-label=\"Name of the piece\"]")
	p.go_("/cupboard/missing")
	p.sees("Rent or buy")
	form("Change", "Save", "[aria-label=\"What is wanted\"]")
}
