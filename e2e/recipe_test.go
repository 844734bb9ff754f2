package e2e

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const leekSoup = `{"@context": "https://schema.org", "@type": "Recipe", "name": "Leek soup", "recipeIngredient": ["3 leeks", "1 l stock", "a few chives", "2 tbsp green oil"],
  "recipeInstructions": ["Slice the leeks. Do not brown them.", "Simmer them in the stock for 20 minutes and blend.", "Ladle into warm bowls, snip the chives over. Zhuzh the oil."]}`

// A recipe is imported; how a deed was read is opened, put right, and the frames follow; then it
// is taken back. By mouse and by keyboard.
func TestHowARecipeWasReadIsShownAndPutRight(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.press("]")
	p.sees("No dishes yet")
	file := filepath.Join(t.TempDir(), "leeks.json")
	require.NoError(t, os.WriteFile(file, []byte(leekSoup), 0o600))
	p.do(chromedp.SetUploadFiles("input[name=recipe]", []string{file}))
	p.sees("Frames in this recipe")
	deed := func(words string) string {
		return "[...document.querySelectorAll('.deed')].find(d => d.innerText.includes(" + quote(words) + "))"
	}
	p.until(deed("Ladle into warm bowls"), "the deeds")
	assert.True(t, eval[bool](p, "!"+deed("brown them")), "what is not to be done is no deed")
	p.until(deed("Ladle")+".classList.contains('for-good')", "ladling cannot be undone")
	p.until(deed("Zhuzh")+".classList.contains('asked')", "a verb that nobody knows is asked about")
	frame := func(words string) string {
		return "[...document.querySelectorAll('.frames li')].some(l => l.innerText.includes(" + quote(words) + "))"
	}
	p.until(frame("Safe frame before “Ladle into warm bowls”"), "the safe frame")
	p.until("!"+frame("Zhuzh the oil"), "no frame of what is not known")

	// By mouse: what it does is said, and its frame follows.
	eval[any](p, deed("Zhuzh")+".click()")
	p.sees("no table knows “zhuzh”")
	p.pick("select[aria-label='What “zhuzh” does']", "pours")
	p.until(frame("Zhuzh the oil"), "its frame")
	p.until(deed("Zhuzh")+".classList.contains('for-good')", "and that it is for good")
	p.sees("Decided by this studio")

	// By keyboard: a deed is reached, opened, and said to be none; its frames go.
	p.tabTo("document.activeElement.innerText?.includes('snip the chives over')", "the chives", true)
	p.key(kb.Enter)
	p.until("document.querySelector(\"[aria-label='How “snip the chives over” was read']\")", "how it was read")
	p.pick("select[aria-label='What “snip over” does']", "no deed")
	p.until("!"+deed("snip the chives"), "no deed any more")
	p.until("!"+frame("Snip the chives over"), "and no frame")

	// Taken back, one after the other.
	p.press("z", chromedp.ModifierCtrl)
	p.until(deed("snip the chives over"), "the chives again")
	p.press("z", chromedp.ModifierCtrl)
	p.until(deed("Zhuzh")+".classList.contains('asked')", "asked again")

	// A file with two recipes offers both.
	two := filepath.Join(t.TempDir(), "two.json")
	require.NoError(t, os.WriteFile(two, []byte("["+leekSoup+","+strings.Replace(leekSoup, "Leek soup", "Chive soup", 1)+"]"), 0o600))
	dishes := "document.querySelectorAll('.dishes a').length"
	was := eval[int](p, dishes)
	p.do(chromedp.SetUploadFiles("input[name=recipe]", []string{two}))
	p.sees("2 recipes in two.json")
	p.click("Take all")
	p.until(fmt.Sprintf("%s === %d && document.querySelector('article.card h2')?.innerText === 'Chive soup'", dishes, was+2), "both dishes, the last of them open")
	p.sees("Soup, in a bowl, steaming")

	// What speaks for the form, and the runner-up taken.
	p.until("document.querySelector('.shape summary')?.click() ?? !!document.querySelector('.shape[open]')", "the form opened")
	p.sees("“soup” in the title")
	p.click("Take “Loose, in a bowl or pot” instead")
	p.sees("the recipe speaks for “Soup, in a bowl”")
}
