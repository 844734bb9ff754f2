package recipeld

import (
	"bytes"
	"encoding/json"
	"fmt"
	"html/template"

	"figladder/internal/craft/recipe"
)

// Picture is the picture of a post, a file beside it.
type Picture struct {
	File          string // its name
	Alt, Credit   string
	Width, Height int // pixels
}

// Page writes a recipe as a page to be posted, with every measure and step as they stand, its picture, and the same again as
// JSON-LD for machines. It loads nothing but the picture.
func Page(r recipe.Recipe, words string, p Picture) ([]byte, error) {
	ld, err := Write(r)
	if err != nil {
		return nil, err
	}
	if ld, err = withPicture(ld, p); err != nil {
		return nil, err
	}
	var b bytes.Buffer
	err = page.Execute(&b, map[string]any{"R": r, "Words": words, "P": p, "LD": template.JS(ld), "Groups": groups(r), "Sections": sections(r), "Times": times(r)})
	return b.Bytes(), err
}

// withPicture names the picture in a recipe's JSON-LD.
func withPicture(ld []byte, p Picture) ([]byte, error) {
	var doc map[string]any
	if err := json.Unmarshal(ld, &doc); err != nil {
		return nil, err
	}
	image := map[string]any{"@type": "ImageObject", "contentUrl": p.File, "width": p.Width, "height": p.Height}
	if p.Alt != "" {
		image["caption"] = p.Alt
	}
	if p.Credit != "" {
		image["creditText"] = p.Credit
	}
	doc["image"] = image
	return json.MarshalIndent(doc, "", "  ")
}

// part is a heading with its lines; empty where they stand under none.
type part struct {
	Name  string
	Lines []string
}

func groups(r recipe.Recipe) (out []part) {
	for _, i := range r.Ingredients {
		out = under(out, i.Group, i.Line())
	}
	return out
}

func sections(r recipe.Recipe) (out []part) {
	for _, s := range r.Steps {
		out = under(out, s.Section, s.Text)
	}
	return out
}

func under(all []part, name, line string) []part {
	if len(all) == 0 || all[len(all)-1].Name != name {
		all = append(all, part{Name: name})
	}
	last := &all[len(all)-1]
	last.Lines = append(last.Lines, line)
	return all
}

// times are how long it takes, in words.
func times(r recipe.Recipe) (out []part) {
	for _, t := range []struct {
		name    string
		minutes float64
	}{{"Preparation", r.PrepMin}, {"Cooking", r.CookMin}, {"In all", r.TotalMin}} {
		if iso := duration(t.minutes); iso != "" {
			out = append(out, part{t.name, []string{iso, minutesWords(t.minutes)}})
		}
	}
	return out
}

func minutesWords(minutes float64) string {
	counted := func(n int, word string) string { return fmt.Sprintf("%d %s", n, plural(n, word)) }
	n := int(minutes + 0.5)
	switch {
	case n < 60:
		return counted(n, "minute")
	case n%60 == 0:
		return counted(n/60, "hour")
	}
	return counted(n/60, "hour") + " " + counted(n%60, "minute")
}

var page = template.Must(template.New("post").Parse(`<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>{{.R.Title}}</title>
<script type="application/ld+json">
{{.LD}}
</script>
<style>
body { margin: 2rem auto; max-width: 42rem; padding: 0 1rem; font: 1.1rem/1.5 Georgia, serif; }
img { max-width: 100%; height: auto; }
figure { margin: 0; }
figcaption { font-size: 0.85rem; }
</style>
</head>
<body>
<article>
<h1>{{.R.Title}}</h1>
<figure>
<img src="{{.P.File}}" width="{{.P.Width}}" height="{{.P.Height}}" alt="{{.P.Alt}}">
{{- if .P.Credit}}
<figcaption>Picture: {{.P.Credit}}</figcaption>
{{- end}}
</figure>
{{- if .Words}}
<p>{{.Words}}</p>
{{- end}}
{{- if or .R.Yield .Times}}
<p>
{{- if .R.Yield}}Makes {{.R.Yield}}. {{end}}
{{- range .Times}}{{.Name}}: <time datetime="{{index .Lines 0}}">{{index .Lines 1}}</time>. {{end -}}
</p>
{{- end}}
<h2>Ingredients</h2>
{{- range .Groups}}
{{- if .Name}}
<h3>{{.Name}}</h3>
{{- end}}
<ul>
{{- range .Lines}}
<li>{{.}}</li>
{{- end}}
</ul>
{{- end}}
<h2>Method</h2>
{{- range .Sections}}
{{- if .Name}}
<h3>{{.Name}}</h3>
{{- end}}
<ol>
{{- range .Lines}}
<li>{{.}}</li>
{{- end}}
</ol>
{{- end}}
</article>
</body>
</html>
`))
