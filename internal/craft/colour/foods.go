package colour

import (
	"strings"
)

// foods are the usual colours of ingredients, as seen cut or cooked in daylight:
// our own estimates, good to a family and a lightness, to be picked again from a
// picture when it matters.
var foods = map[string]string{
	"almond": "#b07f52", "apple": "#b5432e", "apricot": "#e39a3f", "asparagus": "#6f8f3f", "aubergine": "#3b2440", "avocado": "#a9b45c", "bacon": "#a5503f", "banana": "#e8d27a",
	"basil": "#3f7a34", "bean": "#d8c79f", "beef": "#6b3a2c", "beetroot": "#6e1536", "blackberry": "#2d1b30", "black sesame": "#1f1e20", "blueberry": "#39425f", "bread": "#b98a54",
	"broccoli": "#47703a", "butter": "#efdc8f", "butternut squash": "#e19a3a", "cabbage": "#a9c07a", "caramel": "#8f4f1c", "carrot": "#e0762a", "cauliflower": "#e9e0c6", "celery": "#b9c98a",
	"chard": "#4f6b3a", "cheddar": "#e0a43f", "cheese": "#ead9a4", "cherry": "#7c1426", "chicken": "#c9935a", "chickpea": "#d3ad6b", "chicory": "#dfe0a8", "chilli": "#b9261f",
	"chocolate": "#3f2419", "cider": "#d59a3a", "cinnamon": "#8a5530", "clam": "#cfc0a4", "cocoa": "#4b2e20", "coconut": "#f2ece0", "coffee": "#32200f", "courgette": "#7f9a4a",
	"crab": "#d9744f", "cranberry": "#9c1c2c", "cream": "#f4ecd9", "crispbread": "#8f6b45", "cucumber": "#a4c07c", "custard": "#ecd27e", "date": "#5a3320", "dill": "#5f8a4c",
	"egg": "#efc04a", "egg white": "#f7f3e8", "egg yolk": "#e8a21e", "fennel": "#cfd9a8", "fig": "#6b3147", "flour": "#f3ecdd", "garlic": "#efe6cf", "ginger": "#d6b36a",
	"goat's cheese": "#f3eee2", "grape": "#5a3a55", "green bean": "#5c8a3a", "ham": "#d98f88", "hazelnut": "#9a683c", "honey": "#c88a1e", "horseradish": "#ece6d4", "ice cream": "#efe4cf",
	"kale": "#3c5a35", "lamb": "#7c4433", "leek": "#9db36a", "lemon": "#f0d13c", "lentil": "#7a6238", "lettuce": "#8fb04e", "lime": "#9dba3a", "mango": "#eaa12e", "maple syrup": "#9a5a1e",
	"meringue": "#f3e9d8", "milk": "#f7f3ea", "mint": "#4f8a4c", "mushroom": "#a98d6c", "mussel": "#3a3744", "mustard": "#c9982a", "noodle": "#e2cd94", "oat": "#d2bb8c", "oil": "#b9a53c",
	"olive": "#5d6130", "onion": "#d9c6a0", "orange": "#ea8a1f", "oyster": "#b5b0a2", "pancetta": "#b5604f", "parsley": "#3f7330", "parsnip": "#e2d3a3", "pasta": "#e3c878", "pea": "#7cad3f",
	"peach": "#eda866", "pear": "#c9bf6a", "pecan": "#7a4a2a", "pepper": "#3a332c", "red pepper": "#c1301f", "pineapple": "#ecc84a", "pistachio": "#97a653", "plum": "#54213f", "pomegranate": "#a0182f",
	"pork": "#c49a7c", "potato": "#d9bf7f", "prawn": "#e5926b", "pumpkin": "#de8426", "quince": "#d98a6b", "radish": "#c12f56", "raspberry": "#b51f43", "red cabbage": "#5a2550",
	"red onion": "#7c3358", "rhubarb": "#c4516a", "rice": "#f0eadb", "rocket": "#4c7a34", "rosemary": "#5a6b4a", "rye": "#7d5a38", "saffron": "#d98a14", "sage": "#7f9070", "salmon": "#e5855f",
	"samphire": "#5c8a48", "sea beet": "#3f6b34", "sesame": "#dcc596", "shallot": "#b5707a", "sloe": "#2c2440", "sorrel": "#5f8f3c", "soured cream": "#f3eee2", "spinach": "#2f5a2c",
	"spring onion": "#8fb060", "star anise": "#5a3420", "strawberry": "#c1272f", "sugar": "#f4f0e6", "sweet potato": "#d9743a", "sweetcorn": "#efc53a", "tea": "#8a4a1c", "thyme": "#6b7a4c",
	"tofu": "#efe6d0", "tomato": "#c4331f", "tonic": "#e9edef", "trout": "#d98360", "tuna": "#a03a3f", "turmeric": "#d99a14", "turnip": "#e6dcd2", "vanilla": "#3a281c", "walnut": "#9a7446",
	"watercress": "#3d6b2e", "watermelon": "#d9434a", "wine": "#571527", "white wine": "#e3d38a", "yogurt": "#f6f1e6", "vinaigrette": "#c7a846", "gin": "#eceff0",
	"double cream": "#f4ecd9", "mayonnaise": "#f0e3b8", "miso": "#a5713a", "soy sauce": "#2a1710", "tahini": "#cdb183", "cornflour": "#f7f4ec", "prosciutto": "#a8453f", "feta": "#f5f1e8", "mozzarella": "#f6f1e4",
}

// Of returns the usual colour of an ingredient: of the names that stand in it as
// words, singular or plural, the one that ends last ("cherry tomatoes" is tomato)
// and of those the longest ("black sesame"). What comes after "with", "in" or a
// comma does not count. Empty name when the table knows none.
func Of(ingredient string) (hex, name string) {
	line := strings.ToLower(ingredient)
	for _, stop := range []string{",", " with ", " in ", " for "} {
		line, _, _ = strings.Cut(line, stop)
	}
	line = " " + strings.Join(strings.FieldsFunc(line, func(r rune) bool { return r == ' ' || r == '-' }), " ") + " "
	last := -1
	for n, h := range foods {
		for _, form := range []string{n, n + "s", n + "es", strings.TrimSuffix(n, "y") + "ies"} {
			at := strings.LastIndex(line, " "+form+" ")
			if at < 0 {
				continue
			}
			if end := at + len(form); end > last || end == last && len(n) > len(name) {
				hex, name, last = h, n, end
			}
			break
		}
	}
	return hex, name
}
