package e2e

import (
	"os"
	"path/filepath"
	"syscall"
	"testing"

	"figladder/internal/store/storetest"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func shoot(p *page) {
	p.press("n")
	p.type_("input[aria-label='Name of the shoot']", "Trials")
	p.key(kb.Enter)
	p.sees("The brief so far")
}

func TestBadRecipeFilesSayWhatAndWhere(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.press("]")
	p.sees("No dishes yet")
	dir := t.TempDir()
	write := func(name string, data []byte) string {
		path := filepath.Join(dir, name)
		require.NoError(t, os.WriteFile(path, data, 0o600))
		return path
	}
	brokenOff, _ := filepath.Abs("testdata/broken-off.json")
	noRecipe, _ := filepath.Abs("testdata/no-recipe.json")
	for _, c := range []struct{ file, words string }{
		{brokenOff, "broken-off.json: Line 4"},
		{noRecipe, "only Article, Person"},
		{write("picture.json", []byte{0xff, 0xd8, 0xff, 0xe0, 0, 16}), "not text in UTF-8"},
		{write("empty.html", nil), "This file is empty"},
		{write("plain.html", []byte("<html><body>Soup</body></html>")), "no script of type application/ld+json"},
		{write("huge.json", make([]byte, 9<<20)), "huge.json is 9 MB"},
	} {
		p.do(chromedp.SetUploadFiles("input[name=recipe]", []string{c.file}))
		p.sees(c.words)
		assert.True(t, eval[bool](p, "document.querySelector('[role=alert]') !== null"), "said as an alert")
	}
	p.sees("No dishes yet")

	// A nameless dish is refused with everything typed still there.
	p.press("t")
	p.type_("textarea[aria-label=Ingredients]", "1 1/2 cups (190 g) flour, sifted\nmix of 3 kinds of 7 seeds")
	p.type_("textarea[aria-label=Method]", "Bake.")
	p.click("Save the recipe")
	p.sees("Give the dish a name")
	assert.Contains(t, eval[string](p, "document.querySelector('textarea[aria-label=Ingredients]').value"), "sifted")
	p.type_("input[aria-label='Name of the dish']", "Seed loaf")
	p.click("Save the recipe")
	p.sees("1 line was not understood")
}

// Two people at once: different fields are both kept; of the same one both are shown, and
// the second chooses.
func TestTwoAtOnce(t *testing.T) {
	t.Parallel()
	s := start(t, "serve", storetest.URL(t), t.TempDir())
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.saved()
	// The other person, in another window, by the same sign-in.
	elsewhere := func(name, who string) {
		eval[any](p, `window.other = false; (async () => { const id = location.pathname.split('/')[2]; const r = await (await fetch('/api/shoots/' + id)).json();
		  await fetch('/api/shoots/' + id, {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({name: `+quote(name)+`, version: r.version, brief: {...r.doc.brief, who: `+quote(who)+`}})}); window.other = true })()`)
		p.until("window.other", "the other save")
	}
	kept := func() [3]string {
		return asked[[3]string](p, "'/api/shoots/' + location.pathname.split('/')[2]", "[got.doc.name, got.doc.brief.who, got.doc.brief.what]")
	}
	elsewhere("Theirs", "")
	p.type_("#q-who", "Mine")
	p.sees("Theirs and yours are both kept")
	p.saved()
	assert.Equal(t, [3]string{"Theirs", "Mine", ""}, kept())

	elsewhere("Theirs again", "Their Ada")
	p.type_("#q-what", "A toddy")
	p.type_("#q-who", "My Ada")
	p.sees("Which is to stay?")
	p.sees("Their Ada")
	assert.Equal(t, "My Ada", eval[string](p, "document.querySelector('#q-who').value"))
	p.click("Keep mine")
	p.saved()
	assert.Equal(t, [3]string{"Theirs again", "My Ada", "A toddy"}, kept(), "what only they changed stays")

	elsewhere("Theirs again", "Their Maud")
	p.type_("#q-who", "My Maud")
	p.sees("Which is to stay?")
	p.click("Take theirs")
	p.saved()
	assert.Equal(t, [3]string{"Theirs again", "Their Maud", "A toddy"}, kept())
	assert.Equal(t, "Their Maud", eval[string](p, "document.querySelector('#q-who').value"))
}

// Killed without a word, the server comes back with every accepted save, and what
// was typed meanwhile is still on the screen.
func TestKilledInTheMiddle(t *testing.T) {
	t.Parallel()
	db, data := storetest.URL(t), t.TempDir()
	s := start(t, "serve", db, data)
	p := open(t, s.URL, 1280, 800)
	p.owner()
	shoot(p)
	p.type_("#q-what", "Accepted before")
	p.saved()
	path := eval[string](p, "location.pathname")
	s.end(syscall.SIGKILL)
	p.type_("#q-why", "Typed while it was down")
	p.sees("Waiting for the connection")
	assert.Equal(t, "Typed while it was down", eval[string](p, "document.querySelector('#q-why').value"))

	again := start(t, "serve", db, data)
	q := open(t, again.URL, 1280, 800)
	q.go_("/sign-in")
	q.type_("input[name=email]", "maud@loft.example")
	q.type_("input[name=password]", "four plain words")
	q.key(kb.Enter)
	q.sees("Shoots by day")
	q.go_(path)
	q.until("document.querySelector('#q-what')?.value === 'Accepted before'", "the accepted save")
}
