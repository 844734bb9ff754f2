package set

import (
	"fmt"
	"regexp"
	"strings"

	"figladder/internal/craft/measure"
	"figladder/internal/craft/reading"
	"figladder/internal/craft/scene"
	"figladder/internal/craft/shots"
	"figladder/internal/store"
)

// topped is what is filled up by eye.
var topped = regexp.MustCompile(`(?i)\b(?:top(?:ped)? (?:it |them )?(?:up|with)|fill(?:ed)? (?:it |them )?(?:up|(?:the|a|each) [a-z ]*(?:glass|glasses|mug|cup)s? (?:up )?with)|to taste|as (?:you|needed))\b`)

// portionOf is what one helping of a dish comes to, where it is poured and its recipe says for
// how many it is; nothing else is guessed.
func portionOf(dish *store.Dish) scene.Portion {
	p := dish.Recipe.Portions()
	for _, s := range dish.Recipe.Steps {
		if topped.MatchString(s.Text) { // as much as goes in, which no amount says
			return scene.Portion{}
		}
	}
	if p.From == 0 || dish.Form != shots.Soup && dish.Form != shots.Drink {
		return scene.Portion{}
	}
	all := dish.Recipe.VolumeMl(measure.Metric, dish.Form == shots.Drink)
	n := float64(p.From+p.To) / 2
	if all <= 0 {
		return scene.Portion{}
	}
	return scene.Portion{Ml: all / n, Working: []reading.Line{
		{Words: "What goes in, by its amounts", Formula: "volumes, and a gram a millilitre", Shown: fmt.Sprintf("%.0f ml", all)},
		{Words: "It is for “" + strings.TrimSpace(p.Words) + "”", Formula: fmt.Sprintf("%.0f ÷ %g", all, n), Shown: fmt.Sprintf("%.0f ml", all/n)},
	}}
}
