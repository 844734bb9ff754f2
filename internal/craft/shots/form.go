package shots

import (
	"figladder/internal/craft/words"
	"regexp"
	"strings"

	"figladder/internal/craft/recipe"
)

// Form is the shape of a dish as a camera meets it.
type Form string

// The forms of handbook line S6.
const (
	Flat   Form = "flat"   // round and flat, or many things side by side
	Tall   Form = "tall"   // stacked, layered, risen
	Bowl   Form = "soup"   // something loose or liquid in a bowl or pot
	Drink  Form = "drink"  // in a glass or mug
	Frozen Form = "frozen" // melts while you look
	Plate  Form = "plate"  // most things
)

// Forms lists them in the order they are offered.
var Forms = []Form{Plate, Flat, Tall, Bowl, Drink, Frozen}

var formWords = []struct {
	form Form
	re   *regexp.Regexp
}{
	{Frozen, regexp.MustCompile(`(?i)\b(ice cream|sorbet|granita|parfait|semifreddo|frozen|ice lolly|gelato)\b`)},
	{Drink, regexp.MustCompile(`(?i)\b(toddy|tonic|cocktail|punch|smoothie|lemonade|cordial|spritz|sour|fizz|juice|tea|coffee|cocoa|hot chocolate|milkshake|drink|cider cup|mulled)\b`)},
	{Tall, regexp.MustCompile(`(?i)\b(pavlova|layer(?:ed)? cake|layer|stack|burger|trifle|souffl[eé]|sandwich|tower|pancakes|cake|meringue|croquembouche)\b`)},
	{Bowl, regexp.MustCompile(`(?i)\b(soup|broth|stew|chowder|curry|ramen|noodles|dal|risotto|porridge|mussels|chilli|casserole|hotpot|bisque)\b`)},
	{Flat, regexp.MustCompile(`(?i)\b(pizza|tart|flatbread|crispbread|carpaccio|galette|biscuits?|cookies|pie|crackers?|quiche|platter|board|toast|cured|salad)\b`)},
}

// GuessForm proposes a form from the title, else from the first words of the
// method, and says which word led to it. Plate with no word when nothing does.
func GuessForm(r recipe.Recipe) (Form, string) {
	for _, f := range formWords {
		if m := f.re.FindString(r.Title); m != "" {
			return f.form, strings.ToLower(m)
		}
	}
	return Plate, ""
}

var hot = regexp.MustCompile(`(?i)\b(steam(?:s|ing|y)?|piping hot|serve (?:it |them )?hot|simmer(?:s|ing)?|toddy|boil(?:s|ing)?)\b`)

// MainAngle returns the angle that follows the food, and why.
func MainAngle(f Form, r recipe.Recipe) (angle words.Angle, because string) {
	switch f {
	case Flat:
		return words.StraightDown, "flat food shows all of itself from straight above"
	case Tall:
		return words.Level, "height and layers show from level with them"
	case Drink:
		return words.Level, "a drink is seen through its glass, level with it"
	case Frozen:
		return words.ThreeQuarter, "the scoop has a front and a top; three-quarter shows both"
	case Bowl:
		if steams(r) != "" {
			return words.ThreeQuarter, "it steams, and steam fogs a lens straight above; three-quarter keeps clear of it"
		}
		return words.ThreeQuarter, "a bowl hides its food from the side; three-quarter sees in and keeps its shape"
	}
	return words.ThreeQuarter, "texture and gloss on most plates show best from about 45°"
}

// steams returns the word that says the dish is served hot enough to steam.
func steams(r recipe.Recipe) string {
	if m := hot.FindString(r.Title); m != "" {
		return m
	}
	for i := len(r.Steps) - 1; i >= 0 && i >= len(r.Steps)-2; i-- {
		if m := hot.FindString(r.Steps[i].Text); m != "" {
			return m
		}
	}
	return ""
}
