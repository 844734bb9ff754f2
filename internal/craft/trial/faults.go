package trial

import "regexp"

// Fault is a way a dish can fail before a knife or a lens.
type Fault struct {
	Key    string  `json:"key" doc:"Stable name"`
	Words  string  `json:"words" doc:"What is seen"`
	Causes []Cause `json:"causes" doc:"Usual causes, likeliest first"`
}

// Cause is a usual cause of a fault and what to try.
type Cause struct {
	Because string `json:"because" doc:"The cause"`
	Try     string `json:"try" doc:"What to change next"`
	of      *regexp.Regexp
	more    bool // whether the try puts more in
	hotter  int  // +1 hotter or longer, −1 cooler or shorter, 0 neither
}

var (
	flour  = regexp.MustCompile(`(?i)\bflour\b|\boats?\b|\bcornflour\b|\bstarch\b`)
	fat    = regexp.MustCompile(`(?i)\bbutter\b|\boil\b|\blard\b|\bcream\b`)
	egg    = regexp.MustCompile(`(?i)\beggs?\b|\byolks?\b|\bwhites?\b`)
	sugar  = regexp.MustCompile(`(?i)\bsugar\b|\bhoney\b|\bsyrup\b`)
	wet    = regexp.MustCompile(`(?i)\bmilk\b|\bwater\b|\bstock\b|\bjuice\b|\bcider\b|\bwine\b|\bcream\b`)
	rise   = regexp.MustCompile(`(?i)\bbaking powder\b|\bbicarbonate\b|\bsoda\b|\byeast\b`)
	set    = regexp.MustCompile(`(?i)\bcornflour\b|\bgelatine?\b|\bagar\b|\barrowroot\b|\bpectin\b`)
	salt   = regexp.MustCompile(`(?i)\bsalt\b`)
	acid   = regexp.MustCompile(`(?i)\blemon\b|\bvinegar\b|\btartar\b`)
	spirit = regexp.MustCompile(`(?i)\bspirit\b|\brum\b|\bwine\b|\bliqueur\b|\bcider\b`)
)

// Faults is the vocabulary. The causes are common kitchen knowledge, likeliest
// first; they are where to look, not a diagnosis.
var Faults = []Fault{
	{"cracks", "Top cracks", []Cause{{"it set faster outside than inside", "Bake cooler, and longer", nil, false, -1}, {"it cooled too fast", "Leave it to cool in the oven, door ajar", nil, false, 0}, {"too much egg sets hard", "Take some egg out", egg, false, 0}, {"sugar did not melt into the white", "Whisk the sugar in by the spoonful", nil, false, 0}}},
	{"crumbles", "Base crumbles", []Cause{{"not enough fat to hold it", "A little more butter", fat, true, 0}, {"too dry", "A spoonful more liquid or egg", wet, true, 0}, {"cut too warm", "Chill before the knife", nil, false, 0}, {"too much flour", "Take some flour out", flour, false, 0}}},
	{"runs", "Filling runs", []Cause{{"it was cut before it set", "Chill two to three hours, then cut", nil, false, 0}, {"not enough to set it", "More of what sets it: cornflour, gelatine, egg", set, true, 0}, {"too much liquid", "Take liquid out, or cook it down", wet, false, 0}, {"not cooked to setting", "Cook a little longer", nil, false, 1}}},
	{"sinks", "Middle sinks", []Cause{{"the oven was opened or it was underdone", "Bake longer and leave the door shut", nil, false, 1}, {"too much raising agent", "Take some raising agent out", rise, false, 0}, {"too wet", "Take liquid out", wet, false, 0}, {"too much sugar", "Take some sugar out", sugar, false, 0}}},
	{"splits", "Sauce or cream splits", []Cause{{"too hot", "Take it off the heat earlier", nil, false, -1}, {"fat went in too fast", "Add the fat by the spoonful", nil, false, 0}, {"too much fat for the liquid", "Take fat out, or whisk in a spoonful of water", fat, false, 0}, {"acid went in hot", "Add the acid at the end, off the heat", acid, false, 0}}},
	{"dull", "Looks dull", []Cause{{"it cooled and a skin formed", "Spoon a little on again at the last minute", nil, false, 0}, {"too thick to shine", "Thin it with a little liquid", wet, true, 0}, {"too little fat on the surface", "Brush with oil where brush marks do not show", fat, true, 0}, {"greens were cooked too long", "Blanch, cool in iced water, put on last", nil, false, -1}}},
	{"weeps", "Weeps or leaks water", []Cause{{"sugar not dissolved, or overbaked", "Bake cooler", nil, false, -1}, {"salt or sugar drew water out", "Season at the last moment", salt, false, 0}, {"it stood too long", "Fill and top just before the frame", nil, false, 0}}},
	{"spreads", "Spreads flat", []Cause{{"the dough was warm", "Chill the dough before baking", nil, false, 0}, {"too much butter or sugar", "Take some butter out", fat, false, 0}, {"too little flour", "A little more flour", flour, true, 0}}},
	{"tough", "Tough or rubbery", []Cause{{"worked too long", "Stop mixing as soon as it comes together", nil, false, 0}, {"too much egg white", "Take some egg out", egg, false, 0}, {"cooked too hot", "Cook cooler", nil, false, -1}}},
	{"soggy", "Soggy base", []Cause{{"the base was not baked blind", "Bake the base alone first", nil, false, 0}, {"filling too wet", "Take liquid out, or drain the fruit", wet, false, 0}, {"oven too cool below", "Hotter, on a heavy tray", nil, false, 1}}},
	{"pale", "Pale", []Cause{{"too short or too cool", "Bake hotter or longer", nil, false, 1}, {"too little sugar to brown", "A little more sugar", sugar, true, 0}, {"no glaze", "Brush with egg before the oven", egg, true, 0}}},
	{"burns", "Burns at the edge", []Cause{{"too hot", "Bake cooler", nil, false, -1}, {"too much sugar", "Take some sugar out", sugar, false, 0}, {"edges are thin", "Cover the edges with foil", nil, false, 0}}},
	{"collapses", "Collapses or slumps", []Cause{{"foam was under- or overwhisked", "Stop at soft, glossy peaks", nil, false, 0}, {"not enough to hold it", "More of what sets it", set, true, 0}, {"too warm before the lens", "Build it cold, on the set, last", nil, false, 0}}},
	{"grainy", "Grainy", []Cause{{"sugar crystals", "Melt the sugar before it boils; do not stir then", nil, false, 0}, {"egg curdled", "Cook cooler, stir all the time", nil, false, -1}, {"frozen too slowly", "Churn colder; chill the mix first", nil, false, 0}, {"too little sugar for the freezer", "A little more sugar", sugar, true, 0}}},
	{"melts", "Melts too fast", []Cause{{"not cold enough", "Freeze longer, and chill the dish", nil, false, 0}, {"too much sugar or spirit", "Take some sugar out", sugar, false, 0}, {"spirit lowers the freezing point", "Take some spirit out", spirit, false, 0}}},
	{"bleeds", "Colours bleed", []Cause{{"fruit is too wet", "Drain and pat dry before it goes on", nil, false, 0}, {"it stood", "Put it on last", nil, false, 0}, {"not enough to hold the juice", "More cornflour in the fruit", set, true, 0}}},
	{"sticks", "Sticks to the tin", []Cause{{"turned out too hot or too cold", "Turn out after ten minutes", nil, false, 0}, {"not lined", "Line with paper and butter it", nil, false, 0}, {"too much sugar at the edge", "Take some sugar out", sugar, false, 0}}},
	{"cloudy", "Drink or jelly is cloudy", []Cause{{"ice of tap water", "Boil the water twice before freezing", nil, false, 0}, {"it was stirred or squeezed", "Strain through cloth and leave it to settle", nil, false, 0}, {"juice carries pulp", "Take juice out, or strain it", wet, false, 0}}},
}

// FaultOf finds a fault by its key.
func FaultOf(key string) (Fault, bool) {
	for _, f := range Faults {
		if f.Key == key {
			return f, true
		}
	}
	return Fault{}, false
}
