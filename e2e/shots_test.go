package e2e

import (
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
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
	{"set", "Merrow", "/set/HERO", "Key to fill", "document.querySelector('[data-reading=keyFill] button')?.click()"},
	{"round", "Merrow", "/round/HERO", "o'clock, 40° high", ""},
	{"almanac", "", "/almanac?day=2027-05-20", "Best hours", ""},
	{"props", "Merrow", "/props", "In or on", quincePavlova},
	{"pack", "Merrow", "/pack", "Out of the kit", "document.querySelector('.how')?.click()"},
	{"cupboard", "", "/cupboard", "On the table", "[...document.querySelectorAll('.tile')].find(t => t.innerText.includes('scarlet'))?.click()"},
	{"kit", "", "/cupboard/kit", "Lenses", "[...document.querySelectorAll('li button')].find(b => b.innerText.includes('24–70'))?.click()"},
	{"missing", "", "/cupboard/missing", "Rent or buy", ""},
	{"frames", "Merrow", "/frames", "second copy", ""},
	{"finish", "Merrow", "/finish", "steps done", ""},
	{"you", "", "/studio", "Change your password", ""},
	{"people", "", "/studio/people", "Invite somebody", ""},
	{"bin", "", "/studio/taken-away", "Taken away", ""},
	{"vault", "", "/studio/files", "Read every file now", ""},
	{"out", "Allotment", "/out", "accepted", ""},
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
	for _, v := range views {
		if slices.Contains([]string{"missing", "pack", "references", "you", "bin", "vault"}, v.name) {
			continue // nineteen pictures are the most that are kept
		}
		p.visit(v.shoot, v.path, v.sees, v.js)
		png, err := chromedp.Run(p.ctx, chromedp.CaptureScreenshot())
		require.NoError(t, err)
		require.NoError(t, os.WriteFile(filepath.Join(dir, v.name+".png"), png, 0o644))
	}
}

// axe looks for what would keep a person out; the page must also fit its width.
func TestEveryViewIsOpenToAll(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "axe-core comes with the page's libraries")
	for _, v := range views {
		p.visit(v.shoot, v.path, v.sees, v.js)
		eval[any](p, string(axe)+"; null")
		eval[any](p, "window.axeSays = null; axe.run(document, {resultTypes: ['violations']}).then(r => window.axeSays = r.violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target.join(' ') + ' ' + (n.failureSummary || '').slice(0, 160)).join(' | '))); null")
		p.until("window.axeSays", "axe")
		assert.Empty(t, eval[[]string](p, "window.axeSays"), v.name)
		for _, size := range [][2]int64{{1280, 800}, {1024, 768}} {
			p.do(chromedp.EmulateViewport(size[0], size[1]))
			time.Sleep(150 * time.Millisecond)
			assert.LessOrEqual(t, eval[float64](p, "document.documentElement.scrollWidth - innerWidth"), 0.0, "%s at %d is wider than the screen", v.name, size[0])
		}
		p.do(chromedp.EmulateViewport(1280, 800))
	}
}
