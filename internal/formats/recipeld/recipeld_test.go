package recipeld

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const graph = `{"@context":"https://schema.org","@graph":[
 {"@type":"WebSite","name":"A made-up site"},
 {"@type":["Recipe","NewsArticle"],"name":"Sloe &amp; tonic","recipeYield":["1","1 glass"],"prepTime":"PT5M","totalTime":"PT1H30M",
  "recipeIngredient":["50 ml sloe gin","150 ml tonic water","ice"],
  "recipeInstructions":[{"@type":"HowToStep","text":"Fill the glass with ice."},{"@type":"HowToStep","text":"Pour the <b>sloe gin</b> over."}]}]}`

func TestGraph(t *testing.T) {
	r, err := Read("sloe.json", []byte(graph))
	require.NoError(t, err)
	assert.Equal(t, "Sloe & tonic", r.Title)
	assert.Equal(t, "sloe.json", r.Source)
	assert.Equal(t, "1, 1 glass", r.Yield)
	assert.Equal(t, 5.0, r.PrepMin)
	assert.Equal(t, 90.0, r.TotalMin)
	require.Len(t, r.Ingredients, 3)
	assert.Equal(t, "50 ml", r.Ingredients[0].Amount())
	assert.Equal(t, "Pour the sloe gin over.", r.Steps[1].Text)
}

func TestSections(t *testing.T) {
	r, err := Read("p.json", []byte(`[{"@type":"Recipe","name":"Pavlova","recipeIngredient":["4 egg whites"],"recipeInstructions":[
	 {"@type":"HowToSection","name":"Meringue","itemListElement":[{"@type":"HowToStep","text":"Whisk."},{"@type":"HowToStep","text":"Bake."}]},
	 {"@type":"HowToSection","name":"Top","itemListElement":{"@type":"HowToStep","text":"Drizzle."}}]}]`))
	require.NoError(t, err)
	require.Len(t, r.Steps, 3)
	assert.Equal(t, "Meringue", r.Steps[1].Section)
	assert.Equal(t, "Top", r.Steps[2].Section)
}

func TestInstructionsAsOneText(t *testing.T) {
	for name, text := range map[string]string{
		"sentences": "Slice the leeks. Sweat in butter. Serve at once.",
		"numbers":   "1. Slice the leeks. 2. Sweat in butter. 3. Serve at once.",
		"lines":     "Slice the leeks.\\nSweat in butter.\\n\\nServe at once.",
		"items":     "<ol><li>Slice the leeks.</li><li>Sweat in butter.</li><li>Serve at once.</li></ol>",
	} {
		r, err := Read("x", []byte(`{"@type":"Recipe","name":"Leeks","recipeIngredient":"2 leeks\n1 tbsp butter","recipeInstructions":"`+text+`"}`))
		require.NoError(t, err, name)
		var got []string
		for _, s := range r.Steps {
			got = append(got, s.Text)
		}
		assert.Equal(t, []string{"Slice the leeks.", "Sweat in butter.", "Serve at once."}, got, name)
		assert.Len(t, r.Ingredients, 2, name)
	}
}

func TestPageWithABrokenScriptBeforeTheRecipe(t *testing.T) {
	page := "<!doctype html>\n<html><head><script type=\"application/ld+json\">{broken</script>\n" +
		"<script>var x = 1 < 2;</script>\n<script type='application/ld+json; charset=utf-8'>\n" + graph + "</script></head><body>…</body></html>"
	r, err := Read("page.html", []byte(page))
	require.NoError(t, err)
	assert.Equal(t, "Sloe & tonic", r.Title)
}

func place1(t *testing.T, data string) *Error {
	t.Helper()
	_, err := Read("bad", []byte(data))
	var e *Error
	require.True(t, errors.As(err, &e), "%v", err)
	return e
}

func TestErrorsNameThePlace(t *testing.T) {
	e := place1(t, "{\n \"@type\": \"Recipe\",\n \"name\": \"é\" oops }")
	assert.Equal(t, []int{3, 14}, []int{e.Line, e.Column}, e.Error())
	e = place1(t, "<html>\n<script type=\"application/ld+json\">\n{\"@type\": \"Recipe\",}\n</script>")
	assert.Equal(t, 3, e.Line, e.Error())
	assert.Equal(t, 20, e.Column)
	assert.Contains(t, e.Words, "1 JSON-LD script")
	e = place1(t, `{"@graph":[{"@type":"Article"},{"@type":"WebSite"}]}`)
	assert.Contains(t, e.Words, "only Article, WebSite")
	e = place1(t, `{"@graph":[{"@type":"Recipe","name":"Air"}]}`)
	assert.Equal(t, "@graph[0].recipeIngredient", e.Field)
	e = place1(t, `{"@type":"Recipe","recipeIngredient":["1 egg"]}`)
	assert.Equal(t, "name", e.Field)
	assert.Contains(t, place1(t, "  \n ").Words, "empty")
	assert.Contains(t, place1(t, "<html><body>no</body></html>").Words, "no script")
	e = place1(t, "\xff\xd8\xff\xe0JFIF")
	assert.Contains(t, e.Words, "not text")
	assert.Equal(t, 1, e.Line)
	assert.Contains(t, place1(t, "\nFlour, 200 g").Words, "neither JSON")
	assert.Equal(t, 2, place1(t, "\nFlour, 200 g").Line)
	assert.Contains(t, place1(t, "{"+strings.Repeat(" ", MostBytes)).Words, "MB")
	assert.Equal(t, 1, place1(t, `{"@type":"Recipe"`).Line, "cut short")
}

func TestMinutes(t *testing.T) {
	for s, want := range map[string]float64{"PT1H30M": 90, "P1DT2H": 1560, "PT45M": 45, "pt90s": 1.5, "PT0M": 0} {
		got, ok := Minutes(s)
		assert.True(t, ok, s)
		assert.InDelta(t, want, got, 1e-9, s)
	}
	_, ok := Minutes("an hour")
	assert.False(t, ok)
}

func FuzzRead(f *testing.F) {
	f.Add([]byte(graph))
	f.Add([]byte("<script type=application/ld+json>[[[[{}]]]]</script>"))
	f.Add([]byte(`{"@type":"Recipe","name":1,"recipeInstructions":[[[{"itemListElement":[]}]]]}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		if r, err := Read("f", data); err == nil && (r.Title == "" || r.Steps == nil) {
			t.Fatal("accepted without a name or with no step list")
		}
	})
}

// A page of a hundred thousand broken scripts is read in one go: where the first breaks is
// told, and a recipe behind a few broken ones is still found.
func TestManyBrokenScripts(t *testing.T) {
	broken := "<script type=\"application/ld+json\">{\"a\":</script>\n"
	_, err := Read("a.html", []byte("<html>"+strings.Repeat(broken, 100_000)))
	var e *Error
	require.ErrorAs(t, err, &e)
	assert.Equal(t, 1, e.Line)
	r, err := Read("a.html", []byte("<html>"+strings.Repeat(broken, 50)+`<script type="application/ld+json">{"@type":"Recipe","name":"Toddy","recipeIngredient":["1 pear"]}</script>`))
	require.NoError(t, err)
	assert.Equal(t, "Toddy", r.Title)
}

// What a file holds is held to the bounds of what is typed.
func TestALongIngredientIsCutAndALongRecipeRefused(t *testing.T) {
	r, err := Read("a.json", []byte(`{"@type":"Recipe","name":"`+strings.Repeat("n", 1000)+`","recipeIngredient":["`+strings.Repeat("pear ", 100_000)+`"]}`))
	require.NoError(t, err)
	assert.Empty(t, r.Check())
	assert.Len(t, r.Title, 300)
	_, err = Read("a.json", []byte(`{"@type":"Recipe","name":"A","recipeIngredient":[`+strings.TrimSuffix(strings.Repeat(`"1 pear",`, 500), ",")+`]}`))
	assert.ErrorContains(t, err, "more than 400 lines")
}

// A page of several recipes offers them all, each once, in their order; one that cannot be read
// does not keep the others out.
func TestEveryRecipeOfAPageIsOffered(t *testing.T) {
	one := `{"@type": "Recipe", "name": "Leek soup", "recipeIngredient": ["3 leeks"], "recipeInstructions": "Boil."}`
	two := `{"@type": "Recipe", "name": "Toast", "recipeIngredient": ["bread"], "recipeInstructions": "Toast it."}`
	page := `<html><script type="application/ld+json">{"@graph": [` + one + `, {"@type": "Recipe", "name": "Nothing"}]}</script>
		<script type="application/ld+json">` + one + `</script><script type="application/ld+json">` + two + `</script></html>`
	all, err := All("page.html", []byte(page))
	require.NoError(t, err)
	require.Len(t, all, 2)
	assert.Equal(t, "Leek soup", all[0].Title)
	assert.Equal(t, "Toast", all[1].Title)

	many := strings.Repeat(one+",", 5) + two
	for i := range 100 {
		many += fmt.Sprintf(`,{"@type": "Recipe", "name": "Dish %d", "recipeIngredient": ["salt"]}`, i)
	}
	all, err = All("many.json", []byte("["+many+"]"))
	require.NoError(t, err)
	assert.LessOrEqual(t, len(all), MostRecipes)
	_, err = All("none.json", []byte(`[{"@type": "Recipe", "name": "Nothing"}]`))
	assert.ErrorContains(t, err, "neither ingredients")
}
