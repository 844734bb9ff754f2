package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// Another frame is chosen for a final, kept over a reload, and left to the list again by undo;
// a frame that goes out begins with what it is owed for.
func TestAFinalIsGivenAnotherFrame(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/brief", "Finals owed", "")
	first := "select[aria-label='Frame for Feed 1']"
	open := func() {
		p.until("document.querySelector('.finals details')", "the finals")
		eval[any](p, "document.querySelector('.finals details').open = true; null")
	}
	shown := "document.querySelector(" + quote(first) + ")?.selectedOptions[0].text.trim()"
	open()
	was := eval[string](p, shown)
	p.pick(first, "Close on the trout")
	p.sees("you chose it")
	p.saved()
	p.do(chromedp.Reload())
	open()
	p.until(shown+" === 'Close on the trout'", "the frame that was chosen")
	p.press("z", chromedp.ModifierCtrl)
	p.until(shown+" === "+quote(was), "the list's own frame")

	p.visit("Allotment", "/out", "Serves one final", "")
	p.until("document.querySelector('.serves [aria-pressed=true]')", "what it is sent for")
	assert.Contains(t, eval[string](p, "document.querySelector('.serves').innerText"), "Feed 4:5, 1350 px")
}
