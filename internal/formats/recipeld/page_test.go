package recipeld

import (
	"strings"
	"testing"

	"figladder/internal/craft/recipe"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"golang.org/x/net/html"
)

// seen are the words of a page by element, read by a parser of another hand.
func seen(t *testing.T, data []byte) map[string][]string {
	t.Helper()
	root, err := html.Parse(strings.NewReader(string(data)))
	require.NoError(t, err)
	out := map[string][]string{}
	var walk func(n *html.Node)
	walk = func(n *html.Node) {
		if n.Type == html.ElementNode {
			var words strings.Builder
			for c := n.FirstChild; c != nil; c = c.NextSibling {
				if c.Type == html.TextNode {
					words.WriteString(c.Data)
				}
			}
			out[n.Data] = append(out[n.Data], strings.TrimSpace(words.String()))
			for _, a := range n.Attr {
				out[n.Data+"@"+a.Key] = append(out[n.Data+"@"+a.Key], a.Val)
			}
		}
		for c := n.FirstChild; c != nil; c = c.NextSibling {
			walk(c)
		}
	}
	walk(root)
	return out
}

// A page has every measure and step, once to read and once for machines; the second read back is the recipe.
func TestAPostHasTheRecipeTwice(t *testing.T) {
	data, err := Page(pavlova, "Baked the day before.", Picture{File: "picture.jpg", Alt: "A pavlova with pink quinces", Credit: "Tern Loft Studio", Width: 1080, Height: 1350})
	require.NoError(t, err)
	page := seen(t, data)
	assert.Equal(t, []string{"Quince pavlova"}, page["h1"])
	assert.Equal(t, []string{"A pavlova with pink quinces"}, page["img@alt"])
	assert.Equal(t, []string{"1080"}, page["img@width"])
	assert.Equal(t, []string{"PT45M", "PT2H15M"}, page["time@datetime"])
	assert.Equal(t, []string{"45 minutes", "2 hours 15 minutes"}, page["time"])
	for _, i := range pavlova.Ingredients {
		assert.Contains(t, page["li"], i.Line())
	}
	for _, s := range pavlova.Steps {
		assert.Contains(t, page["li"], s.Text)
	}
	assert.Subset(t, page["h3"], []string{pavlova.Steps[0].Section, pavlova.Ingredients[0].Group})
	back, err := Read("post.html", data)
	require.NoError(t, err)
	assert.Equal(t, pavlova.Title, back.Title)
	assert.Equal(t, pavlova.Yield, back.Yield)
	require.Len(t, back.Ingredients, len(pavlova.Ingredients))
	for n, i := range pavlova.Ingredients {
		assert.Equal(t, i.Line(), back.Ingredients[n].Line())
	}
	assert.Equal(t, pavlova.Steps, back.Steps)
}

// What somebody wrote into a recipe stays words on the page.
func TestNothingInAPostRuns(t *testing.T) {
	bad := `</script><script>alert(1)</script>"><img src=x onerror=alert(2)>`
	r := recipe.Typed("Tart "+bad, "1 pear "+bad, "Bake. "+bad)
	data, err := Page(r, bad, Picture{File: "picture.jpg", Alt: bad, Credit: bad})
	require.NoError(t, err)
	page := seen(t, data)
	assert.Len(t, page["script"], 1)
	assert.Len(t, page["img"], 1)
	assert.Empty(t, page["img@onerror"])
	assert.Equal(t, []string{bad}, page["img@alt"])
	assert.Contains(t, page["h1"][0], bad)
}
