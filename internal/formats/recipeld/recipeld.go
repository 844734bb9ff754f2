// Package recipeld reads schema.org Recipe objects from JSON-LD files and from
// HTML pages that hold one.
//
// Errors name the place: line and column in the file, and for a page which of its
// scripts.
package recipeld

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"html"
	"regexp"
	"strconv"
	"strings"
	"unicode/utf8"

	"figladder/internal/craft/recipe"
	xhtml "golang.org/x/net/html"
)

// MostBytes is the largest file that is read.
const MostBytes = 8 << 20

// Error says what is wrong with a recipe file and where.
type Error struct {
	Words  string // what is wrong and what would be right
	Line   int    // 1-based, 0 when it is about the whole file
	Column int    // 1-based, in characters
	Field  string // dotted path inside the JSON, or empty
}

func (e *Error) Error() string {
	switch {
	case e.Line > 0:
		return fmt.Sprintf("Line %d, column %d: %s", e.Line, e.Column, e.Words)
	case e.Field != "":
		return fmt.Sprintf("%s: %s", e.Field, e.Words)
	}
	return e.Words
}

// Read returns the first Recipe of a JSON-LD file or HTML page. name is the
// file's name and becomes the recipe's Source.
func Read(name string, data []byte) (recipe.Recipe, error) {
	all, err := All(name, data)
	if err != nil {
		return recipe.Recipe{}, err
	}
	return all[0], nil
}

// MostRecipes is how many recipes of one file are offered.
const MostRecipes = 60

// All returns every Recipe of a JSON-LD file or HTML page, at least one and MostRecipes at the
// most, in their order; one that stands there twice is one.
func All(name string, data []byte) ([]recipe.Recipe, error) {
	if len(data) > MostBytes {
		return nil, &Error{Words: fmt.Sprintf("This file is %d MB. A recipe is small; %d MB is the most that is read.", len(data)>>20, MostBytes>>20)}
	}
	data = bytes.TrimPrefix(data, []byte("\xef\xbb\xbf"))
	trimmed := bytes.TrimSpace(data)
	switch {
	case len(trimmed) == 0:
		return nil, &Error{Words: "This file is empty."}
	case !utf8.Valid(data):
		at := firstInvalid(data)
		line, col := place(data, at)
		return nil, &Error{Words: "This is not text in UTF-8. Is it a picture or an old document? Export the recipe as JSON-LD or as a web page.", Line: line, Column: col}
	case trimmed[0] == '{' || trimmed[0] == '[':
		return fromJSON(name, data, data, 0, true)
	case trimmed[0] == '<' || bytes.Contains(bytes.ToLower(trimmed[:min(len(trimmed), 4096)]), []byte("<html")):
		return fromPage(name, data)
	}
	line, col := place(data, bytes.IndexByte(data, trimmed[0]))
	return nil, &Error{Words: "This is neither JSON, which begins with { or [, nor a web page, which begins with <.", Line: line, Column: col}
}

// mostScripts is how many scripts of a page are looked into.
const mostScripts = 100

// fromPage looks through a page's JSON-LD scripts. A broken script is passed over
// when another holds the recipe.
func fromPage(name string, page []byte) ([]recipe.Recipe, error) {
	z := xhtml.NewTokenizer(bytes.NewReader(page))
	offset, scripts := 0, 0
	var all []recipe.Recipe
	var first error
	for scripts < mostScripts {
		kind := z.Next()
		raw := len(z.Raw())
		if kind == xhtml.ErrorToken {
			break
		}
		if kind == xhtml.StartTagToken {
			tag, _ := z.TagName()
			isLD := false
			for {
				k, v, more := z.TagAttr()
				if string(k) == "type" && strings.HasPrefix(strings.ToLower(strings.TrimSpace(string(v))), "application/ld+json") {
					isLD = true
				}
				if !more {
					break
				}
			}
			if string(tag) == "script" && isLD {
				offset += raw
				if z.Next() != xhtml.TextToken {
					offset += len(z.Raw())
					continue
				}
				body := z.Raw()
				scripts++
				some, err := fromJSON(name, body, page, offset, first == nil && len(all) == 0)
				all = append(all, some...)
				if first == nil {
					first = err
				}
				offset += len(body)
				continue
			}
		}
		offset += raw
	}
	if len(all) > 0 {
		return once(all), nil
	}
	if first != nil {
		var e *Error
		if errors.As(first, &e) {
			e.Words = fmt.Sprintf("%s (looked in %d JSON-LD %s of this page)", e.Words, scripts, plural(scripts, "script"))
		}
		return nil, first
	}
	return nil, &Error{Words: "This page holds no recipe that can be read: it has no script of type application/ld+json."}
}

// once leaves out what stands there again, and what is more than is offered.
func once(all []recipe.Recipe) []recipe.Recipe {
	out := all[:0:0]
	seen := map[string]bool{}
	for _, r := range all {
		key := r.Title
		for _, s := range r.Steps {
			key += "\n" + s.Text
		}
		if !seen[key] && len(out) < MostRecipes {
			seen[key] = true
			out = append(out, r)
		}
	}
	return out
}

func plural(n int, word string) string {
	if n == 1 {
		return word
	}
	return word + "s"
}

// fromJSON reads a recipe from JSON at offset inside whole, the file that errors are told
// about. Where in the file an error is costs a walk through all of it, so it is only told
// when it is wanted.
func fromJSON(name string, data, whole []byte, offset int, wanted bool) ([]recipe.Recipe, error) {
	clean := bytes.TrimSpace(bytes.TrimSuffix(bytes.TrimPrefix(bytes.TrimSpace(data), []byte("<!--")), []byte("-->")))
	shift := bytes.Index(data, clean)
	var doc any
	if err := json.Unmarshal(clean, &doc); err != nil {
		if !wanted {
			return nil, &Error{Words: "The JSON breaks."}
		}
		at := len(clean)
		var syntax *json.SyntaxError
		if errors.As(err, &syntax) {
			at = int(syntax.Offset) - 1
		}
		line, col := place(whole, offset+shift+max(0, min(at, len(clean))))
		return nil, &Error{Words: "The JSON breaks here: " + err.Error() + ".", Line: line, Column: col}
	}
	seen := []string{}
	var nodes []found
	find(doc, "", &seen, 0, &nodes)
	if len(nodes) == 0 {
		words := "There is no object of @type Recipe in this file."
		if len(seen) > 0 {
			words = "There is no object of @type Recipe here, only " + strings.Join(seen, ", ") + "."
		}
		return nil, &Error{Words: words}
	}
	var all []recipe.Recipe
	var first error
	for _, n := range nodes {
		r, err := build(name, n.node, n.path)
		if err == nil {
			all = append(all, r)
		} else if first == nil {
			first = err
		}
	}
	if len(all) > 0 {
		return once(all), nil
	}
	return nil, first
}

// found is an object of @type Recipe and where it stands.
type found struct {
	node map[string]any
	path string
}

// find searches objects, arrays and @graph for Recipes; seen gathers the types
// met on the way.
func find(v any, path string, seen *[]string, depth int, out *[]found) {
	if depth > 12 || len(*out) == MostRecipes {
		return
	}
	switch x := v.(type) {
	case []any:
		for i, e := range x {
			find(e, fmt.Sprintf("%s[%d]", path, i), seen, depth+1, out)
		}
	case map[string]any:
		for _, t := range texts(x["@type"]) {
			if t == "Recipe" || strings.HasSuffix(t, "/Recipe") || t == "schema:Recipe" {
				*out = append(*out, found{x, path})
				return
			}
			if len(*seen) < 6 {
				*seen = append(*seen, t)
			}
		}
		for _, key := range []string{"@graph", "mainEntity", "mainEntityOfPage", "hasPart", "itemListElement", "item", "about"} {
			if e, ok := x[key]; ok {
				find(e, join(path, key), seen, depth+1, out)
			}
		}
	}
}

func join(path, key string) string {
	if path == "" {
		return key
	}
	return path + "." + key
}

const tooMany = "This recipe has more than 400 lines. Is it a whole book?"

func build(name string, n map[string]any, path string) (recipe.Recipe, error) {
	r := recipe.Recipe{Source: clip(name, 300), Ingredients: []recipe.Ingredient{}, Steps: []recipe.Step{}}
	r.Title = clip(first(n["name"], n["headline"]), 300)
	r.Yield = clip(strings.Join(unique(texts(n["recipeYield"])), ", "), 200)
	for field, to := range map[string]*float64{"prepTime": &r.PrepMin, "cookTime": &r.CookMin, "totalTime": &r.TotalMin} {
		if s := first(n[field]); s != "" {
			if m, ok := Minutes(s); ok {
				*to = m
			}
		}
	}
	lines := texts(n["recipeIngredient"])
	if len(lines) == 0 {
		lines = texts(n["ingredients"])
	}
	if len(lines) == 1 {
		lines = strings.Split(lines[0], "\n")
	}
	if len(lines) > recipe.MostLines {
		return r, &Error{Field: path, Words: tooMany}
	}
	for i := range lines {
		lines[i] = clip(flatten(clip(lines[i], 20*recipe.MostLine)), recipe.MostLine)
	}
	r.Ingredients = recipe.ParseIngredients(lines)
	steps(n["recipeInstructions"], "", &r.Steps, 0)
	if len(r.Ingredients) > recipe.MostLines || len(r.Steps) > recipe.MostLines {
		return r, &Error{Field: path, Words: tooMany}
	}
	if len(r.Ingredients) == 0 && len(r.Steps) == 0 {
		return r, &Error{Field: join(path, "recipeIngredient"), Words: fmt.Sprintf("The recipe “%s” has neither ingredients nor instructions to read.", r.Title)}
	}
	if r.Title == "" {
		return r, &Error{Field: join(path, "name"), Words: "The recipe has no name."}
	}
	return r, nil
}

// steps gathers HowToStep, HowToSection, lists and plain text, in order.
func steps(v any, section string, out *[]recipe.Step, depth int) {
	if depth > 8 || len(*out) > recipe.MostLines { // one more says that there are too many
		return
	}
	switch x := v.(type) {
	case string:
		for _, s := range sentences(x) {
			*out = append(*out, recipe.Step{Section: section, Text: clip(s, 5000)})
		}
	case []any:
		for _, e := range x {
			steps(e, section, out, depth+1)
		}
	case map[string]any:
		inside, ok := x["itemListElement"]
		if !ok {
			inside, ok = x["steps"]
		}
		if ok {
			if s := first(x["name"]); s != "" && hasType(x, "HowToSection") {
				section = flatten(s)
			}
			if _, isStep := x["text"]; !isStep || hasType(x, "HowToSection") {
				steps(inside, section, out, depth+1)
				return
			}
		}
		if s := flatten(first(x["text"], x["description"], x["name"])); s != "" {
			*out = append(*out, recipe.Step{Section: section, Text: clip(s, 5000)})
		} else if item, ok := x["item"]; ok {
			steps(item, section, out, depth+1)
		}
	}
}

func hasType(x map[string]any, want string) bool {
	for _, t := range texts(x["@type"]) {
		if strings.HasSuffix(t, want) {
			return true
		}
	}
	return false
}

var (
	blocks   = regexp.MustCompile(`(?i)</?(?:p|li|br|div|ol|ul|h\d)\b[^>]*>`)
	tags     = regexp.MustCompile(`<[^>]*>`)
	spaces   = regexp.MustCompile(`[ \t\r\f\v\x{00a0}]+`)
	numbered = regexp.MustCompile(`(?:^|\s)\(?(?:step\s+)?\d{1,2}[.):]\s+`)
	stop     = regexp.MustCompile(`([.!?])\s+([A-Z])`)
)

// sentences splits instructions given as one text: by lines or list items if it
// has them, by numbers if it counts, by sentences otherwise.
func sentences(s string) []string {
	s = blocks.ReplaceAllString(html.UnescapeString(s), "\n")
	s = tags.ReplaceAllString(s, "")
	var out []string
	for _, line := range strings.Split(s, "\n") {
		if line = strings.TrimSpace(spaces.ReplaceAllString(line, " ")); line != "" {
			out = append(out, line)
		}
	}
	if len(out) != 1 {
		for i := range out {
			out[i] = strings.TrimSpace(numbered.ReplaceAllString(out[i], " "))
		}
		return out
	}
	if len(numbered.FindAllString(out[0], -1)) > 1 {
		parts := numbered.Split(out[0], -1)
		out = out[:0]
		for _, p := range parts {
			if p = strings.TrimSpace(p); p != "" {
				out = append(out, p)
			}
		}
		return out
	}
	return strings.Split(stop.ReplaceAllString(out[0], "$1\n$2"), "\n")
}

// flatten takes markup and entities out of a short text.
func flatten(s string) string {
	s = tags.ReplaceAllString(html.UnescapeString(s), " ")
	return strings.TrimSpace(spaces.ReplaceAllString(strings.ReplaceAll(s, "\n", " "), " "))
}

// texts returns a value's texts: a string, a number, or a list of them, or the
// name or text of objects.
func texts(v any) []string {
	switch x := v.(type) {
	case string:
		return []string{x}
	case float64:
		return []string{fmt.Sprintf("%g", x)}
	case []any:
		var out []string
		for _, e := range x {
			out = append(out, texts(e)...)
		}
		return out
	case map[string]any:
		for _, key := range []string{"name", "text", "@value", "value"} {
			if s, ok := x[key].(string); ok {
				return []string{s}
			}
		}
	}
	return nil
}

func unique(in []string) []string {
	seen := map[string]bool{}
	var out []string
	for _, s := range in {
		if s = flatten(s); s != "" && !seen[s] {
			seen[s] = true
			out = append(out, s)
		}
	}
	return out
}

func first(vs ...any) string {
	for _, v := range vs {
		for _, s := range texts(v) {
			if s = flatten(s); s != "" {
				return s
			}
		}
	}
	return ""
}

func clip(s string, most int) string {
	n := 0
	for i := range s {
		if n == most {
			return s[:i]
		}
		n++
	}
	return s
}

var iso = regexp.MustCompile(`^P(?:(\d+(?:\.\d+)?)D)?(?:T(?:(\d+(?:\.\d+)?)H)?(?:(\d+(?:\.\d+)?)M)?(?:(\d+(?:\.\d+)?)S)?)?$`)

// Minutes reads an ISO 8601 duration such as PT1H30M or P1DT2H.
func Minutes(s string) (float64, bool) {
	m := iso.FindStringSubmatch(strings.ToUpper(strings.TrimSpace(s)))
	if m == nil {
		return 0, false
	}
	sum := 0.0
	for i, k := range []float64{1440, 60, 1, 1. / 60} {
		if m[i+1] != "" {
			v, err := strconv.ParseFloat(m[i+1], 64)
			if err != nil {
				return 0, false
			}
			sum += v * k
		}
	}
	return sum, true
}

// place returns the 1-based line and column (in characters) of a byte offset.
func place(data []byte, at int) (line, column int) {
	at = min(max(at, 0), len(data))
	before := data[:at]
	line = 1 + bytes.Count(before, []byte("\n"))
	return line, 1 + utf8.RuneCount(before[bytes.LastIndexByte(before, '\n')+1:])
}

func firstInvalid(data []byte) int {
	for i := 0; i < len(data); {
		r, n := utf8.DecodeRune(data[i:])
		if r == utf8.RuneError && n == 1 {
			return i
		}
		i += n
	}
	return 0
}
