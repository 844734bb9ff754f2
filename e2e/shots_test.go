package e2e

import (
	"context"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/cdproto/cdp"
	"github.com/chromedp/cdproto/emulation"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

type view struct{ name, shoot, path, sees, js string }

const quincePavlova = "[...document.querySelectorAll('.dishes a')].find(a => a.innerText.startsWith('Quince'))?.click()"

// views are the main views on the demo data: a name, the shoot it belongs to,
// its address after the shoot, and the words that show it is there.
var views = []view{
	{"home", "", "/", "Shoots by day", ""},
	{"brief", "Merrow", "/brief", "Finals owed", ""},
	{"dish", "Merrow", "/dish", "Frames in this recipe", quincePavlova},
	{"trials", "Merrow", "/trials", "Side by side", quincePavlova},
	{"colours", "Merrow", "/colours", "Grounds that suit it", quincePavlova},
	{"shopping", "Merrow", "/shopping", "of 29", "[...document.querySelectorAll('.lines li')].find(l => l.innerText.includes('double cream'))?.click()"},
	{"days", "Merrow", "/days", "Saved against", "document.querySelector('[data-reading=savedMoney] button')?.click()"},
	{"references", "Merrow", "/references", "What to take", ""},
	{"shots", "Merrow", "/shots", "safe frames", "[...document.querySelectorAll('.list .row')].find(r => r.innerText.includes('Hero'))?.click()"},
	{"set", "Merrow", "/set/HERO", "Depth of field", "document.querySelector('[data-reading=keyFill] button')?.click()"},
	{"contact", "Merrow", "/contact", "Pictures as they stand", ""},
	{"round", "Merrow", "/round/HERO", "o'clock, 40° high", ""},
	{"styling", "Merrow", "/styling", "On this frame", sloeAndTonic},
	{"day", "Merrow", "/day", "By time", "[...document.querySelectorAll('.job.hero')].find(j => j.ariaLabel.includes('mussels'))?.click()"},
	{"wrap", "Merrow", "/wrap", "At the end", ""},
	{"cost", "Merrow", "/cost", "What it comes to", ""},
	{"almanac", "", "/almanac?day=2027-05-20", "Best hours", ""},
	{"props", "Merrow", "/props", "In or on", quincePavlova},
	{"pack", "Merrow", "/pack", "Out of the kit", "document.querySelector('.how')?.click()"},
	{"cupboard", "", "/cupboard", "On the table", "[...document.querySelectorAll('.tile')].find(t => t.innerText.includes('scarlet'))?.click()"},
	{"kit", "", "/cupboard/kit", "Lenses", "[...document.querySelectorAll('li button')].find(b => b.innerText.includes('24–70'))?.click()"},
	{"missing", "", "/cupboard/missing", "Rent or buy", ""},
	{"frames", "Merrow", "/frames", "second copy", ""},
	{"table", "Merrow", "/table", "Lay it to", ""},
	{"card", "Merrow", "/card", "files on the card", ""},
	{"finish", "Merrow", "/finish", "steps done", ""},
	{"look", "Merrow", "/look", "Nothing looks drawn", "[...document.querySelectorAll('.add button')].find(b => b.innerText.includes('Tone'))?.click()"},
	{"work", "Merrow", "/work", "Nothing is pinned", ""},
	{"proof", "Merrow", "/rounds", "Nobody outside", "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Send round'))?.click()"},
	{"you", "", "/studio", "Change your password", ""},
	{"people", "", "/studio/people", "Invite somebody", ""},
	{"outlets", "", "/studio/outlets", "Menu board", ""},
	{"units", "", "/studio/units", "Lenses and sensors stay", ""},
	{"bin", "", "/studio/taken-away", "Taken away", ""},
	{"vault", "", "/studio/files", "Read every file now", ""},
	{"out", "Allotment", "/out", "accepted", ""},
	{"together", "Allotment", "/together", "belong together", ""},
	{"calendar", "Allotment", "/calendar", "Where each frame went", ""},
	{"back", "Allotment", "/back", "Look here first", ""},
	{"year", "Allotment", "/year", "What comes again", ""},
	{"train", "Merrow", "/train", "How far you are", "[...document.querySelectorAll('button')].find(b => b.innerText.trim() === 'Begin')?.click()"},
}

// visit opens a view and waits until it is at rest.
func (p *page) visit(shoot, path, sees, js string) {
	p.t.Helper()
	if shoot != "" {
		eval[any](p, `window.found = ''; (async () => { const all = await (await fetch('/api/shoots')).json(); const s = all.find(c => c.shoot.doc.name.startsWith('`+shoot+`')).shoot.id;
		  const list = await (await fetch('/api/shoots/' + s + '/shots')).json(); window.found = '/shoots/' + s + '`+path+`'.replace('HERO', list.rows.find(r => r.shot.doc.kind === 'hero').shot.id).replace('SECOND', list.rows.filter(r => r.shot.doc.kind === 'hero')[1]?.shot.id) })()`)
		p.until("window.found", "the shoot "+shoot)
		path = eval[string](p, "window.found")
	}
	p.go_(path)
	p.sees(sees)
	if js != "" {
		eval[any](p, js)
	}
	if strings.HasPrefix(path, "/shoots/") && strings.Contains(path, "/round/") {
		p.until("document.querySelectorAll('.cell img').length === 12", "twelve frames")
	}
	if strings.HasSuffix(path, "/contact") {
		p.until("(() => { const [, planned, made] = [...document.querySelectorAll('.sums dd')].map(e => e.innerText.split(' of ')); return planned && (planned[0] === '0' || made[0] === made[1]) })()", "its small pictures")
	}
	if strings.HasSuffix(path, "/rounds") && js != "" {
		p.until("(all => all.length && all.every(i => i.complete || i.getBoundingClientRect().top >= innerHeight))([...document.querySelectorAll('main img')])", "what was sent")
	}
	p.until("[...document.images].every(i => i.complete || i.loading === 'lazy') && document.fonts.status === 'loaded'", "pictures and fonts")
	time.Sleep(700 * time.Millisecond)
}

// TestShots refreshes docs/screenshots; make shots asks for it.
func TestShots(t *testing.T) {
	if os.Getenv("FIGLADDER_SHOTS") == "" {
		t.Skip("set FIGLADDER_SHOTS=1, as make shots does, to refresh docs/screenshots")
	}
	p := demoPage(t)
	dir := "../docs/screenshots"
	require.NoError(t, os.MkdirAll(dir, 0o755))
	p.visit("Merrow", "/card", "files on the card", "") // what lies on the light table
	p.press("r")
	p.until("[...document.querySelectorAll('.copy')].some(c => c.innerText.includes('Brought in'))", "the card is brought in")
	for _, v := range views {
		if slices.Contains([]string{"days", "trials", "kit", "missing", "pack", "references", "you", "people", "units", "bin", "vault", "wrap", "cost", "frames", "card", "finish", "contact", "brief", "shopping", "colours", "year", "outlets", "together", "calendar"}, v.name) {
			continue // nineteen pictures are the most that are kept
		}
		p.visit(v.shoot, v.path, v.sees, v.js)
		png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, v.name+".png"), png, 0o644))
	}
}

// sizes are a laptop, a small laptop, a tablet upright and a phone.
var sizes = [][2]int64{{1280, 800}, {1024, 768}, {768, 1024}, {390, 844}}

// openToAll looks at what is shown at every size: axe finds nothing, not even minor, and
// nothing is wider than the window.
func (p *page) openToAll(name string) {
	p.t.Helper()
	for _, size := range sizes {
		p.do(chromedp.EmulateViewport(size[0], size[1]))
		time.Sleep(150 * time.Millisecond)
		// What fades in or out is pale for a moment.
		p.until("document.getAnimations().every(a => a.playState !== 'running' || a.effect?.getComputedTiming().iterations === Infinity)", "nothing moves")
		assert.LessOrEqual(p.t, eval[float64](p, "document.documentElement.scrollWidth - innerWidth"), 0.0, "%s at %d is wider than the screen", name, size[0])
		if size[0] == 390 {
			assert.Empty(p.t, eval[[]string](p, "[...document.querySelectorAll('.typed-field button, [role=group] > .fl-chip')].filter(b => b.getClientRects().length && (b.offsetHeight < 40 || b.offsetWidth < 36)).map(b => b.offsetWidth + ' x ' + b.offsetHeight + ' ' + b.innerText)"), "%s: too small for a thumb", name)
		}
		if size[0] == 1024 {
			continue // drawn by the same rules as the laptop
		}
		eval[any](p, "document.querySelector('.handle[aria-expanded=false]')?.click(); null")
		eval[any](p, "window.axeSays = null; axe.run(document, {resultTypes: ['violations']}).then(r => window.axeSays = r.violations.map(v => v.impact + ' ' + v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + (n.failureSummary || '').slice(0, 160)).join(' | '))); null")
		p.until("window.axeSays", "axe")
		assert.Empty(p.t, eval[[]string](p, "window.axeSays"), "%s at %d", name, size[0])
	}
	p.do(chromedp.EmulateViewport(1280, 800))
}

// withAxe puts axe into the page that is shown.
func (p *page) withAxe() {
	p.t.Helper()
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(p.t, err, "axe-core comes with the page's libraries")
	eval[any](p, string(axe)+"; null")
}

func TestEveryViewIsOpenToAll(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	for _, v := range views {
		p.visit(v.shoot, v.path, v.sees, v.js)
		p.withAxe()
		p.openToAll(v.name)
	}
}

// Sheets and questions are open to all, too, and the focus is where typing begins.
func TestEverySheetIsOpenToAll(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	for _, d := range []struct{ shoot, path, sees, button, focus string }{
		{"", "/", "Shoots by day", "New shoot", "Name of the shoot"},
		{"Merrow", "/references", "What to take", "Add a reference", "What to look at"},
		{"Merrow", "/dish", "Frames in this recipe", "Type a recipe", "Name of the dish"},
		{"Merrow", "/dish", "Frames in this recipe", "Change:", "What it shows"},
		{"Merrow", "/trials", "Ingredient", "Add a trial", "Name of the trial"},
		{"Merrow", "/shots", "safe frames", "Add a shot", "Dish"},
		{"", "/cupboard", "On the table", "Add a prop", "Name of the prop"},
		{"", "/cupboard/kit", "Lenses", "Write a piece down", "Kind of kit"},
		{"", "/cupboard/missing", "Rent or buy", "Want something", "What is wanted"},
		{"Merrow", "/shots", "safe frames", "Keys of this screen", ""},
		{"Merrow", "/brief", "Finals owed", "Take this shoot away", ""},
		{"Allotment", "/out", "accepted", "Send to Feed", ""},
		{"", "/almanac", "Best hours", "Edit", "-"},
		{"Merrow", "/set/HERO", "Key to fill", "Add …", "-"},
		{"Merrow", "/set/HERO", "Key to fill", "West window", "-"},
		{"Merrow", "/set/HERO", "Key to fill", "Day and sky", "-"},
	} {
		p.visit(d.shoot, d.path, d.sees, "")
		p.click(d.button)
		if d.focus != "-" {
			p.until("[...document.querySelectorAll('.el-dialog, .el-message-box')].some(e => e.getClientRects().length)", "the sheet of "+d.button)
		}
		time.Sleep(500 * time.Millisecond)
		if d.focus != "" && d.focus != "-" {
			assert.Equal(t, d.focus, eval[string](p, "document.activeElement.getAttribute('aria-label') ?? ''"), d.button)
		}
		p.withAxe()
		p.openToAll(d.button + " on " + d.path)
	}
}

// A reader that draws in colours of its own, or keeps still, sees what is chosen all the same.
func TestForcedColoursShowWhatIsChosen(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.do(chromedp.Func(func(ctx context.Context, t *chromedp.Target) error {
		_, err := cdp.Call(ctx, t, emulation.SetEmulatedMedia, emulation.SetEmulatedMediaParams{Features: []*emulation.MediaFeature{{Name: "forced-colors", Value: "active"}, {Name: "prefers-reduced-motion", Value: "reduce"}}})
		return err
	}))
	p.visit("Merrow", "/set/HERO", "Key to fill", "")
	require.True(t, eval[bool](p, "matchMedia('(forced-colors: active)').matches"))
	ringed := func(selector string) bool {
		return eval[bool](p, "(() => { const s = getComputedStyle(document.querySelector("+quote(selector)+")); return s.outlineStyle === 'solid' && parseFloat(s.outlineWidth) >= 2 })()")
	}
	assert.True(t, ringed("[data-roll][aria-pressed=true]"), "what is chosen")
	assert.False(t, ringed("[data-roll][aria-pressed=false]"), "only the one")
	assert.True(t, ringed(".rail [aria-current=page]"), "the rung")
	still := eval[string](p, "getComputedStyle(document.querySelector('.el-button')).transitionDuration")
	assert.Contains(t, []string{"0s", "0.01ms", "1e-05s"}, still)
}

// Single letters can be turned off; keys with Ctrl still act.
func TestLettersCanBeTurnedOff(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.press("n")
	p.sees("Make the shoot")
	p.key(kb.Escape)
	p.closed()
	p.press("?")
	p.click("Single letters and signs do something")
	p.key(kb.Escape)
	p.closed()
	p.press("n")
	p.press("c")
	time.Sleep(400 * time.Millisecond)
	assert.Equal(t, "/", eval[string](p, "location.pathname"))
	assert.False(t, eval[bool](p, "[...document.querySelectorAll('.el-dialog')].some(d => d.getClientRects().length)"))
	p.do(chromedp.Reload())
	p.sees("Shoots by day")
	p.press("c")
	time.Sleep(400 * time.Millisecond)
	assert.Equal(t, "/", eval[string](p, "location.pathname"), "after a reload, too")
}
