package e2e

import (
	"image"
	"image/color"
	"image/png"
	"os"
	"path/filepath"
	"testing"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// typed adds a dish by typing its recipe, with the page on the Dish rung.
func (p *page) typed(name, ingredients, method string) {
	p.t.Helper()
	p.press("t")
	p.type_("input[aria-label='Name of the dish']", name)
	p.type_("textarea[aria-label=Ingredients]", ingredients)
	p.type_("textarea[aria-label=Method]", method)
	p.click("Save the recipe")
	p.closed()
	p.sees("Frames in this recipe")
}

// closed waits until no dialog is open.
func (p *page) closed() {
	p.t.Helper()
	p.until("![...document.querySelectorAll('.el-dialog')].some(d => d.offsetParent)", "the sheet to close")
}

const pavlovaMethod = "Whisk the egg whites to stiff peaks.\nBake for 90 minutes.\nPile on the cream and quinces.\nDrizzle the syrup over.\nCut into wedges at the table."

// A dish from its trials to its list, by mouse and keyboard.
func TestTrialsMiningAndAnImpossibleOrder(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.press("]")
	p.sees("No dishes yet")
	p.typed("Quince pavlova", "4 egg whites\n220 g caster sugar\n2 quinces", pavlovaMethod)

	// Two trials: what changed is worked out, and what to try next.
	p.press("2")
	p.sees("Side by side, as ratios")
	p.press("n")
	p.until("document.querySelector(\"textarea[aria-label='Ingredients of the trial']\")?.value.includes('220 g caster sugar')", "the recipe to begin from")
	p.click("✕ fails")
	p.click("Save")
	p.closed()
	p.sees("✕ fails")
	p.press("n")
	p.until("document.querySelector(\"textarea[aria-label='Ingredients of the trial']\")?.value.includes('220 g caster sugar')", "the trial to begin from")
	p.type_("textarea[aria-label='Ingredients of the trial']", "4 egg whites\n160 g caster sugar\n2 quinces")
	p.click("Save")
	p.closed()
	p.sees("against Trial 1")
	assert.Contains(t, eval[string](p, "document.querySelector('.steps').innerText"), "caster sugar")
	p.click("Use it: Trial 2")
	p.sees("Trial 2 is the recipe now")

	// Mine: the picked frames go on the list with one key.
	p.press("1")
	p.sees("160")
	p.press("a")
	p.until("!document.querySelector('.best')", "the picked frames on the list")
	listed := eval[int](p, "document.querySelectorAll('.frames .accepted').length")
	assert.Positive(t, listed)

	// Change a frame, then the recipe; mining again keeps the change.
	p.click("Change: Quince pavlova")
	p.sees("Change the frame")
	p.type_("input[aria-label='What it shows']", "Pavlova, a wedge out")
	p.click("Save the frame")
	p.closed()
	p.click("Edit")
	p.type_("textarea[aria-label=Method]", "Heat the oven.\n"+pavlovaMethod)
	p.click("Save the recipe")
	p.closed()
	p.sees("The recipe has changed since")
	p.press("u")
	p.sees("What you changed stayed yours")
	p.until("!document.body.innerText.includes('The recipe has changed since')", "the list to be up to date")

	// On the list: an impossible order is refused in words, grouping is offered.
	p.press("]")
	p.sees("Pavlova, a wedge out")
	before := eval[string](p, "[...document.querySelectorAll('.list .row b')].map(b => b.innerText).join('|')")
	eval[any](p, "(() => { const r = [...document.querySelectorAll('.list .row')].find(r => r.innerText.includes('a wedge out')); r.focus(); r.click() })()")
	p.until("document.querySelector('.row.on')?.innerText.includes('a wedge out')", "the hero to be chosen")
	p.press("K")
	p.sees("what it shows does not exist yet")
	assert.Equal(t, before, eval[string](p, "[...document.querySelectorAll('.list .row b')].map(b => b.innerText).join('|')"))

	// Sift, and back.
	p.type_("input[name=find]", "wedge out")
	p.until("document.querySelectorAll('.list .row').length === 1", "one shot found")
	p.type_("input[name=find]", "no such words")
	p.sees("No shot is like that")
	p.click("Show all")
	p.until("document.querySelectorAll('.list .row').length > 3", "all of them")
}

// Colours from a picture, shopping ticked, days divided, a reference kept.
func TestColoursShoppingDaysAndReferences(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.press("]")
	p.sees("No dishes yet")
	p.typed("Lemon tart", "6 lemons\n200 ml double cream", "Bake for 35 minutes.\nDust with icing sugar.")
	p.typed("Pear tart", "4 pears\n150 ml double cream", "Bake for 40 minutes.\nPour the cream over.")

	dir := t.TempDir()
	picture := filepath.Join(dir, "tart.png")
	img := image.NewRGBA(image.Rect(0, 0, 60, 40))
	for i := range 60 * 40 {
		c := color.RGBA{0xf0, 0xd1, 0x3c, 255}
		if i%60 > 44 {
			c = color.RGBA{0x3f, 0x73, 0x30, 255}
		}
		img.SetRGBA(i%60, i/60, c)
	}
	f, err := os.Create(picture)
	require.NoError(t, err)
	require.NoError(t, png.Encode(f, img))
	require.NoError(t, f.Close())

	p.press("3")
	p.sees("Grounds that suit it")
	p.do(chromedp.SetUploadFiles("input[name=picture]", []string{picture}))
	p.sees("Colours of this picture")
	assert.Equal(t, 2, eval[int](p, "document.querySelectorAll('.found li').length"))
	p.click("These are the food's colours")
	p.saved()
	p.until("document.querySelectorAll('fieldset input[type=range]').length === 2", "two parts of the food")
	eval[any](p, "document.querySelector('.choices .take').focus()")
	p.key(kb.Enter)
	p.saved()
	p.until("document.querySelector('.choices .take').getAttribute('aria-pressed') === 'true'", "the ground to be taken")
	broken := filepath.Join(dir, "broken.png")
	require.NoError(t, os.WriteFile(broken, []byte("not a picture"), 0o600))
	p.do(chromedp.SetUploadFiles("input[name=picture]", []string{broken}))
	p.sees("This is no picture that can be read here")

	p.press("4")
	p.sees("350 ml")
	p.click("Bought: double cream")
	p.sees("1 of 3")
	p.click("350 ml double cream")
	p.type_("input[aria-label=Pack]", "300")
	p.type_("input[aria-label='Price of a pack']", "1.85")
	p.click("Keep this for every shoot")
	p.sees("2 × 300 ml")
	p.sees("3.70")
	p.type_("input[aria-label='Unit of the pack']", "furlong")
	p.click("Keep this for every shoot")
	p.sees("is not a unit known here")
	assert.Equal(t, "furlong", eval[string](p, "document.querySelector(\"input[aria-label='Unit of the pack']\").value"), "what was typed stays")
	p.press("n")
	eval[any](p, "document.querySelector('input[name=extra]').focus()")
	p.type_("input[name=extra]", "Parchment")
	p.click("Write it on")
	p.sees("1 of 4")
	p.click("Undo")
	p.sees("1 of 3")

	p.press("5")
	p.sees("One day does it")
	saved := p.reading("savedMoney")
	assert.InDelta(t, 600, saved, 0.001, "a day; of cream they take two pots together and two apart")
	p.type_("input[aria-label='Minutes of a day']", "100")
	p.key("\t")
	p.sees("2 days")

	p.press("[")
	p.sees("Who is on it?")
	p.press("2")
	p.sees("No references yet")
	p.press("n")
	p.do(chromedp.SetUploadFiles("input[name=reference]", []string{picture}))
	p.type_("textarea[aria-label='What to look at']", "The light from behind")
	p.click("Add it")
	p.sees("Say what to take from it")
	p.click("+ light")
	p.click("Add it")
	p.closed()
	p.until("document.querySelector('.wall img')?.naturalWidth > 0", "the picture")
	p.click("Undo")
	p.sees("No references yet")
}
