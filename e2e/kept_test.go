package e2e

import (
	"context"
	"testing"
	"time"

	"figladder/internal/store/storetest"
	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// offline cuts the page's connection, or gives it back.
func (p *page) offline(cut bool) {
	p.t.Helper()
	if cut {
		p.without("*")
	} else {
		p.without()
	}
}

// without keeps the page from these paths under /api/, and from no others.
func (p *page) without(paths ...string) {
	p.t.Helper()
	rules := []*network.Conditions{}
	for _, path := range paths {
		rules = append(rules, &network.Conditions{URLPattern: "*://*:*/api/" + path, DownloadThroughput: -1, UploadThroughput: -1, Offline: true})
	}
	p.do(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, network.EmulateNetworkConditionsByRule, network.EmulateNetworkConditionsByRuleParams{MatchedNetworkConditions: rules})
		return err
	}))
}

// Nothing typed is lost: through a cut connection, a reload, Back, Escape and a click beside
// a sheet, and one wrong field keeps no other back.
func TestNothingTypedIsLost(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()

	// A sheet that is shut by Escape, by a click beside it and by a reload.
	p.press("n")
	p.type_("input[aria-label='Name of the shoot']", "Winter menu")
	p.key(kb.Escape)
	p.closed()
	p.press("n")
	p.sees("is here again")
	assert.Equal(t, "Winter menu", eval[string](p, "document.querySelector(\"input[aria-label='Name of the shoot']\").value"))
	p.do(chromedp.MouseClickXY(30, 400))
	p.closed()
	p.do(chromedp.Reload())
	p.sees("Shoots by day")
	p.press("n")
	p.until("document.querySelector(\"input[aria-label='Name of the shoot']\")?.value === 'Winter menu'", "the name after a reload")
	p.click("Start afresh")
	p.until("document.querySelector(\"input[aria-label='Name of the shoot']\")?.value === ''", "an empty sheet")
	p.type_("input[aria-label='Name of the shoot']", "Trials")
	p.key(kb.Enter)
	p.sees("The brief so far")

	// The connection is cut in the middle of typing.
	p.offline(true)
	p.type_("#q-who", "Typed while it was cut")
	p.sees("Waiting for the connection")
	time.Sleep(time.Second)
	assert.Equal(t, "Typed while it was cut", eval[string](p, "document.querySelector('#q-who').value"))
	p.offline(false)
	p.saved()
	who := func() string {
		return asked[string](p, "'/api/shoots/' + location.pathname.split('/')[2]", "got.doc.brief.who")
	}
	assert.Equal(t, "Typed while it was cut", who())

	// Loaded again in the middle: the page asks, and has it again.
	p.offline(true)
	p.type_("#q-who", "Typed just before")
	p.sees("Waiting for the connection")
	before := p.leaving.Load()
	p.offline(false)
	p.type_("#q-where", "The loft")
	p.do(chromedp.Reload())
	p.sees("The brief so far")
	p.saved()
	assert.Equal(t, "Typed just before", who())
	assert.Equal(t, "The loft", eval[string](p, "document.querySelector('#q-where').value"))
	assert.Equal(t, before+1, p.leaving.Load(), "it asked before it was loaded again")

	// Back, right after the last letter.
	p.press("]")
	p.sees("No dishes yet")
	p.press("[")
	p.until("document.querySelector('#q-why')", "the brief")
	p.type_("#q-why", "For the feed")
	eval[any](p, "history.back()")
	p.sees("No dishes yet")
	time.Sleep(700 * time.Millisecond)
	assert.Equal(t, "For the feed", asked[string](p, "'/api/shoots/' + location.pathname.split('/')[2]", "got.doc.brief.why"))

	// One wrong field.
	p.press("[")
	p.until("document.querySelector('#q-how')", "the brief")
	p.click("Add a deliverable")
	p.type_("input[aria-label='Deliverable 1: what for']", "Feed")
	p.saved()
	p.type_("input[aria-label='Deliverable 1: finals']", "-3")
	p.type_("#q-how", "Dark, from behind")
	p.sees("Write 1 to 500.")
	time.Sleep(700 * time.Millisecond)
	assert.Equal(t, "Dark, from behind", asked[string](p, "'/api/shoots/' + location.pathname.split('/')[2]", "got.doc.brief.how"))
	assert.Equal(t, "-3", eval[string](p, "document.querySelector(\"input[aria-label='Deliverable 1: finals']\").value"))
	p.sees("One field cannot be read yet. The rest is saved.")
	before = p.leaving.Load()
	p.do(chromedp.Reload())
	p.sees("The brief so far")
	assert.Equal(t, before+1, p.leaving.Load(), "it asked before the wrong number was lost")
	p.saved()

	// A number that is still being typed: loaded again, left for another screen, a sheet shut by Escape.
	finals := func() float64 {
		return asked[float64](p, "'/api/shoots/' + location.pathname.split('/')[2]", "got.doc.brief.deliverables[0].count")
	}
	p.type_("input[aria-label='Deliverable 1: finals']", "7")
	p.do(chromedp.Reload())
	p.sees("The brief so far")
	p.saved()
	assert.Equal(t, "7", eval[string](p, "document.querySelector(\"input[aria-label='Deliverable 1: finals']\").value"))
	assert.EqualValues(t, 7, finals())
	p.type_("input[aria-label='Deliverable 1: finals']", "9")
	eval[any](p, "history.back()")
	p.sees("No dishes yet")
	time.Sleep(700 * time.Millisecond)
	assert.EqualValues(t, 9, finals())
	p.go_("/cupboard")
	p.sees("The shelves are empty")
	p.press("n")
	p.type_(".el-dialog input[aria-label='Count']", "6")
	p.key(kb.Escape)
	p.closed()
	p.press("n")
	p.until("document.querySelector(\".el-dialog input[aria-label='Count']\")?.value === '6'", "the number in the sheet")
}
