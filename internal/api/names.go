package api

import (
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"
)

// topics are packages whose types have everyday names, such as Line or Plan, that
// more than one package uses: in the API's description they carry their topic.
var topics = map[string]string{"craft/trial": "Trial", "craft/colour": "Colour", "craft/shopping": "Shopping", "craft/series": "Series", "craft/eating": "Eating", "craft/cupboard": "Prop", "craft/kit": "Kit", "formats/table": "Table", "craft/almanac": "Almanac", "craft/compose": "Frame", "craft/frames": "Frame", "craft/card": "Card", "intake": "Copy", "craft/continuity": "Differs", "craft/cost": "Cost", "craft/draft": "Draft", "craft/styling": "Styling", "craft/hold": "Hold", "craft/drink": "Drink", "craft/dayplan": "Day", "studio/day": "Day", "craft/finish/look": "Look", "studio/finish": "Finish", "craft/finish/work": "Work", "craft/finish/hours": "Hours", "craft/proof": "Proof", "studio/proof": "Proof", "craft/review": "Review", "studio/review": "Review", "craft/train": "Drill", "studio/train": "Drill"}

// schemaName names a type in the API's description: shopping.Line is ShoppingLine,
// colour.Plan ColourPlan, store.Dish Dish.
func schemaName(t reflect.Type, hint string) string {
	name := huma.DefaultSchemaNamer(t, hint)
	if strings.HasPrefix(name, "Kept") {
		return strings.TrimSuffix(name, "Doc") // Kept[store.ShotDoc] is KeptShot, Kept[kit.Item] KeptItem
	}
	for t.Kind() == reflect.Pointer || t.Kind() == reflect.Slice {
		t = t.Elem()
	}
	topic := topics[strings.TrimPrefix(t.PkgPath(), "figladder/internal/")]
	if topic == "" || t.Name() == "" || strings.Contains(name, topic) {
		return name
	}
	return topic + name
}
