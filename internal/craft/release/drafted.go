package release

import (
	"strings"
	"unicode"
	"unicode/utf8"
)

// Known is what is known of a picture: of its recipe as it was made, of the set as it stood, and of what its crop shows. What is
// empty is not known.
type Known struct {
	Dish        string   // the recipe's title
	State       string   // half filled, undressed, cut; empty as it is served
	Vessel      string   // bowl, glass
	VesselLooks string   // dark grey
	Ground      string   // wood, linen
	Angle       string   // from above, at the height of the table
	Beside      []string // things that can be read in the crop, the largest first
	Ingredients []string // of the recipe, the weightiest first
	Credit      string   // as it stood on the last picture that went out
}

// mostBeside and mostIngredients are how many are named: more is a list, and no sentence.
const (
	mostBeside      = 3
	mostIngredients = 4
)

// Drafted are words from what is known, and nothing else: who sees nothing here is told what stands there, and no more. They are for
// a person to read, since what a set was planned with may not be what was put on the table.
func Drafted(k Known, o Outlet) Words {
	w := Words{Title: capital(k.Dish), Credit: k.Credit}
	if k.Dish == "" {
		return w
	}
	alt := capital(k.Dish)
	if k.State != "" {
		alt += ", " + k.State + ","
	}
	if k.Vessel != "" {
		alt += " " + onOrIn(k.Vessel) + " " + article(strings.TrimSpace(k.VesselLooks+" "+k.Vessel))
	}
	if k.Ground != "" {
		alt += " on " + k.Ground
	}
	if k.Angle != "" {
		alt += ", seen " + k.Angle
	}
	if beside := lowered(k.Beside, mostBeside); len(beside) > 0 {
		alt += "; beside it " + listed(beside)
	}
	w.Alt = cutAt(strings.ReplaceAll(alt, ",,", ",")+".", 1000)
	caption := capital(k.Dish) + "."
	if of := lowered(k.Ingredients, mostIngredients); len(of) > 0 {
		caption += " With " + listed(of) + "."
	}
	most := o.MostWords
	if most == 0 || most > 4000 {
		most = 4000
	}
	if w.Caption = caption; utf8.RuneCountInString(caption) > most {
		w.Caption = cutAt(capital(k.Dish)+".", most)
	}
	return w
}

// Undrafted reports whether words are a person's own: nothing that is more than a title stands there as it was drafted.
func Undrafted(w, drafted Words) bool {
	same := func(a, b string) bool {
		return strings.TrimSpace(a) != "" && strings.TrimSpace(a) == strings.TrimSpace(b)
	}
	return !same(w.Alt, drafted.Alt) && !same(w.Caption, drafted.Caption)
}

func onOrIn(vessel string) string {
	switch vessel {
	case "plate", "board":
		return "on"
	}
	return "in"
}

func article(words string) string {
	r, _ := utf8.DecodeRuneInString(words)
	if strings.ContainsRune("aeiou", unicode.ToLower(r)) {
		return "an " + words
	}
	return "a " + words
}

// lowered are the first few of a list, each once, as they stand within a sentence.
func lowered(all []string, most int) (out []string) {
	seen := map[string]bool{}
	for _, x := range all {
		x = strings.TrimSpace(x)
		r, n := utf8.DecodeRuneInString(x)
		if x != "" {
			x = string(unicode.ToLower(r)) + x[n:]
		}
		if x == "" || seen[x] || len(out) == most {
			continue
		}
		seen[x] = true
		out = append(out, x)
	}
	return out
}

func listed(all []string) string {
	if len(all) == 1 {
		return all[0]
	}
	return strings.Join(all[:len(all)-1], ", ") + " and " + all[len(all)-1]
}

func capital(words string) string {
	r, n := utf8.DecodeRuneInString(words)
	if n == 0 {
		return words
	}
	return string(unicode.ToUpper(r)) + words[n:]
}

// cutAt ends words at the last whole one that fits, by characters.
func cutAt(words string, most int) string {
	if utf8.RuneCountInString(words) <= most {
		return words
	}
	r := []rune(words)[:most]
	if at := strings.LastIndex(string(r), " "); at > 0 {
		return strings.TrimRight(string(r)[:at], " ,;")
	}
	return string(r)
}
