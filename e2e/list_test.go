package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The list goes out as CSV, is changed outside, and comes back; one with a
// mistake is refused line by line.
func TestListOutAndBack(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.press("]")
	p.sees("No dishes yet")
	p.press("t")
	p.type_("input[aria-label='Name of the dish']", "Lemon tart")
	p.type_("textarea[aria-label=Ingredients]", "6 lemons\n5 eggs")
	p.type_("textarea[aria-label=Method]", "Whisk the eggs.\nBake for 35 minutes.\nDust with icing sugar.")
	p.click("Save the recipe")
	p.sees("Frames in this recipe")
	p.until("![...document.querySelectorAll('.el-dialog')].some(d => d.offsetParent)", "the sheet to close")
	p.press("A")
	p.until("document.querySelector('.frames .accepted') && !document.querySelector('.frames .open')", "all on the list")
	p.press("]")
	p.sees("List out as CSV")
	eval[any](p, "window.csv = ''; fetch(document.querySelector('a.file[download]').href).then(r => r.text()).then(t => window.csv = t); null")
	p.until("window.csv", "the file")
	csv := eval[string](p, "window.csv")
	require.Contains(t, csv, "Just the lemons")

	dir := t.TempDir()
	give := func(name, text string) {
		path := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(path, []byte(text), 0o600))
		p.do(chromedp.SetUploadFiles("input[name=list]", []string{path}))
	}
	give("changed.csv", strings.Replace(csv, "Just the lemons", "\"Six lemons, leaves on\"", 1)+"99,Lemon tart,alternate,Held up,slightly below,1,no,from the side,,,\r\n")
	p.sees("1 changed, 1 new")
	p.until("document.querySelector('.list').innerText.includes('Six lemons, leaves on') && document.querySelector('.list').innerText.includes('Held up')", "the list as it came back")
	rows := eval[int](p, "document.querySelectorAll('.list .row').length")

	give("wrong.csv", csv+"100,Cheese,hero,Cheese,level,0,no,,,,\r\n101,Lemon tart,hero,,level,0,no,,,,\r\n")
	p.sees("Nothing of it was taken")
	p.sees("shot: it has no words")
	assert.Equal(t, rows, eval[int](p, "document.querySelectorAll('.list .row').length"))

	p.click("Undo")
	p.sees("Taken back: Read a shot list back")
	p.until("document.querySelector('.list').innerText.includes('Just the lemons')", "the list as it was")
}
