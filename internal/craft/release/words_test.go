package release

import (
	"strings"
	"testing"
	"unicode/utf8"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"
)

// Words are drafted from what is known and from nothing else: what is not known is not in them.
func TestWordsAreDraftedFromWhatIsKnown(t *testing.T) {
	o := Outlet{Name: "Feed", MostWords: 600}
	assert.Equal(t, Words{}, Drafted(Known{}, o), "nothing is known")
	assert.Equal(t, Words{Title: "Onion soup", Caption: "Onion soup.", Alt: "Onion soup."}, Drafted(Known{Dish: "onion soup"}, o))
	full := Known{Dish: "Onion soup", State: "half filled", Vessel: "bowl", VesselLooks: "dark grey", Ground: "a wooden table", Angle: "from low down", Beside: []string{"Old spoon", "Linen", "old spoon", "Jar", "Fourth"},
		Ingredients: []string{"onions", "Cider", "thyme", "butter", "salt"}, Credit: "Tern Loft Studio"}
	w := Drafted(full, o)
	assert.Equal(t, "Onion soup, half filled, in a dark grey bowl on a wooden table, seen from low down; beside it old spoon, linen and jar.", w.Alt)
	assert.Equal(t, "Onion soup. With onions, cider, thyme and butter.", w.Caption)
	assert.Equal(t, "Tern Loft Studio", w.Credit)
	assert.Equal(t, "Tart on an orange plate.", Drafted(Known{Dish: "tart", Vessel: "plate", VesselLooks: "orange"}, o).Alt)
	assert.Equal(t, "Onion soup.", Drafted(full, Outlet{MostWords: 20}).Caption, "what does not fit is left away whole")
}

func TestDraftedWordsFit(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		word := rapid.StringMatching(`[a-zéü]{1,12}( [a-z]{1,9}){0,4}`)
		k := Known{Dish: word.Draw(t, "dish"), Vessel: rapid.SampledFrom([]string{"", "bowl", "plate"}).Draw(t, "vessel"), Beside: rapid.SliceOfN(word, 0, 9).Draw(t, "beside"), Ingredients: rapid.SliceOfN(word, 0, 9).Draw(t, "of")}
		most := rapid.IntRange(5, 200).Draw(t, "most")
		w := Drafted(k, Outlet{MostWords: most})
		assert.LessOrEqual(t, utf8.RuneCountInString(w.Caption), most)
		known := strings.ToLower(strings.Join(append(append([]string{k.Dish, k.Vessel}, k.Beside...), k.Ingredients...), " "))
		for _, x := range strings.FieldsFunc(strings.ToLower(w.Alt+" "+w.Caption), func(r rune) bool { return r == ' ' || r == ',' || r == '.' || r == ';' }) {
			ours := []string{"a", "an", "and", "in", "on", "it", "beside", "with"}
			assert.True(t, strings.Contains(known, x) || contains(ours, x), "%q is invented", x)
		}
		assert.True(t, !Undrafted(w, w) && Undrafted(Words{Alt: w.Alt + " Steam rises."}, w))
	})
}

func contains(all []string, x string) bool {
	for _, a := range all {
		if a == x {
			return true
		}
	}
	return false
}

// A set is judged by its middle: what is off it in light, colour, side, size or shape is told, and nobody else.
func TestASetIsJudgedTogether(t *testing.T) {
	same := func(key string) Member {
		return Member{Key: key, L: 45, A: 4, B: 12, Clock: 10, HeroShare: 0.2, Shape: 0.8}
	}
	set := func(change func(*Member)) []Member {
		all := []Member{same("a"), same("b"), same("c"), same("d")}
		change(&all[2])
		return all
	}
	for want, change := range map[string]func(*Member){
		"":           func(m *Member) { m.L, m.B, m.Clock = 50, 16, 11.5 },
		"set-light":  func(m *Member) { m.L = 70 },
		"set-colour": func(m *Member) { m.B = -4 },
		"set-side":   func(m *Member) { m.Clock = 3 },
		"set-crop":   func(m *Member) { m.HeroShare = 0.5 },
		"set-shape":  func(m *Member) { m.Shape = 1 },
	} {
		found := Together(set(change))
		var codes []string
		for key, fs := range found {
			assert.Equal(t, "c", key)
			codes = append(codes, codesOf(fs)...)
		}
		assert.Equal(t, want, strings.Join(codes, " "))
	}
	assert.Empty(t, Together([]Member{same("a"), {Key: "b", L: 90}}), "two say nothing about which of them is off")
	night := []Member{same("a"), same("b"), same("c")}
	night[0].Clock, night[1].Clock, night[2].Clock = 12, 1, 11.5
	assert.Empty(t, Together(night), "twelve lies between eleven and one")
	night[2].Clock = 0
	assert.Empty(t, Together(night), "not known is not off")
}
