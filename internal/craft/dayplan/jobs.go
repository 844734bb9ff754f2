package dayplan

import (
	_ "embed"
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"figladder/internal/craft/hold"
	"figladder/internal/craft/method"
	"figladder/internal/craft/shots"
	"figladder/internal/craft/wordlist"
	"figladder/internal/craft/words"
)

//go:embed minutes.tsv
var minutesTable string

// minutes are how long a deed takes by its class when the recipe does not say.
var minutes = func() map[string]int {
	out := map[string]int{}
	for _, r := range wordlist.Rows(minutesTable) {
		v, err := strconv.Atoi(r["minutes"])
		if err != nil || v < 1 {
			panic("minutes.tsv: " + r["class"])
		}
		out[r["class"]] = v
	}
	return out
}()

// JobKind is what kind of work a job is.
type JobKind string

// The kinds, in about the order of a day.
const (
	Prep   JobKind = "prep"
	Cook   JobKind = "cook"
	Bake   JobKind = "bake"
	Chill  JobKind = "chill"
	Freeze JobKind = "freeze"
	Rest   JobKind = "rest"
	Finish JobKind = "finish"
	Look   JobKind = "look"
	Frame  JobKind = "frame"
	Break  JobKind = "break"
	Copy   JobKind = "copy"
	Wrap   JobKind = "wrap"
	Own    JobKind = "own"
	Errand JobKind = "errand"
)

// JobKinds are those.
var JobKinds = []JobKind{Prep, Cook, Bake, Chill, Freeze, Rest, Finish, Look, Frame, Break, Copy, Wrap, Own, Errand}

// Words implements words.Vocabulary.
func (JobKind) Words() []string {
	out := make([]string, len(JobKinds))
	for i, k := range JobKinds {
		out[i] = string(k)
	}
	return out
}

// Job is a task as a person reads it.
type Job struct {
	Key     string  `json:"key" doc:"Stable name; its task has the same"`
	Name    string  `json:"name" doc:"What is done"`
	Kind    JobKind `json:"kind" doc:"What kind of work it is"`
	DishID  string  `json:"dishId" doc:"For which dish; empty for all"`
	Dish    string  `json:"dish" doc:"Its title"`
	ShotID  string  `json:"shotId" doc:"Of which frame; empty for none"`
	Because string  `json:"because" doc:"Where it and its time come from"`
	Caution string  `json:"caution" doc:"What to take care of"`
	Hero    bool    `json:"hero" doc:"Whether it is a hero's frame"`
	Safe    bool    `json:"safe" doc:"Whether it is a safe frame: taken before something that cannot be taken back"`
	Alters  bool    `json:"alters" doc:"Whether something is done to the dish in it that cannot be taken back"`
	HoldMin int     `json:"holdMin" doc:"For a frame: how long what it shows holds, minutes; 0 when it keeps"`
}

// Dish is a dish to be made.
type Dish struct {
	Key, Title string
	Deeds      []method.Deed
}

// Shot is a frame to be taken, in the order of the list.
type Shot struct {
	Key, Title, DishKey string
	Kind                shots.Kind
	Step, Nth           int
	Hands               int // besides the photographer's
	Hold                words.Hold
	OwnHoldMin          int    // how long that is by the studio's own times, minutes, 0 where it has none
	OwnTimes            int    // and by how many of them
	SetUp               string // what stands for it; frames of one need no change
	Caution             string
	Light               []Span // when its light is there; none for any time
	LightWish           string
	Costs               []Cost // how much worse than its best light
	Work                []Work // what techniques on it take
}

// OwnJob is a job that a person put in.
type OwnJob struct {
	Key   string `json:"key" maxLength:"40" doc:"Stable name"`
	Name  string `json:"name" minLength:"1" maxLength:"120" doc:"What is done"`
	Min   int    `json:"min" minimum:"1" maximum:"1440" doc:"How long it takes, minutes"`
	Hands int    `json:"hands" minimum:"0" maximum:"20" doc:"How many pairs of hands it takes"`
	From  int    `json:"from" minimum:"0" maximum:"1440" doc:"Not before; minutes from midnight"`
	Until int    `json:"until" minimum:"0" maximum:"1440" doc:"Over by then; 0 for whenever"`
	OnSet bool   `json:"onSet" doc:"Whether it takes up the set"`
	Day   int    `json:"day,omitempty" minimum:"0" maximum:"2" doc:"On which day of several, 0 for the first, where it has a time"`

	Before string `json:"before,omitempty" maxLength:"40" doc:"What waits for it: a dish by its key, “every dish” or “every frame”; empty for nothing"`

	Away    string `json:"-"` // who is not there meanwhile: what everybody does is done without them
	Plates  bool   `json:"-"` // whether it takes up one of those who plate
	Eve     bool   `json:"-"` // whether it is done the day before
	Because string `json:"-"` // where it comes from; empty when it was put in by hand
}

// What may wait for a job besides a dish.
const (
	EveryDish  = "every dish"
	EveryFrame = "every frame"
)

// Change is what a person changed of a job that came by itself.
type Change struct {
	Key   string `json:"key" maxLength:"80" doc:"Of which job"`
	Min   int    `json:"min" minimum:"0" maximum:"2880" doc:"How long it takes; 0 as it came"`
	Off   bool   `json:"off" doc:"Whether it is left out"`
	PinAt *int   `json:"pinAt,omitempty" minimum:"-1440" maximum:"5760" doc:"It starts then, minutes from midnight; null for whenever"`
}

// The resources of a day.
const (
	hands   = "hands"
	camera  = "photographer"
	set     = "set"
	oven    = "oven"
	rings   = "rings"
	plates  = "plates"
	fridge  = "fridge"
	freezer = "freezer"
	takeMin = 4 // of a frame whose dish dies: after the look with a stand-in
	copyMin = 15
	heatMin = 10 // from one heat of an oven to another
)

// holdsMin is how long what a frame shows lasts, minutes (handbook T16); 0 for as long as is wanted. What lasts seconds
// is done before the lens, so that nothing waits for it.
func holdsMin(h words.Hold) int {
	switch h {
	case words.Wilts:
		return 10
	case words.Falls, words.Melts:
		return 3
	case words.Steams:
		return 1
	}
	return 0
}

// dies are the classes of what each hold is of, in which the studio keeps its own times.
var dies = map[words.Hold][]string{words.Wilts: {"leaves", "herbs"}, words.Falls: {"foam"}, words.Melts: {"ice cream"}, words.Steams: {"steam"}}

// OwnHold is how long what a frame shows lasts by the studio's own times, whole minutes and at least one, and of how many
// times; 0 while there are too few, or where it keeps.
func OwnHold(h words.Hold, logs []hold.Log) (minutes, of int) {
	span, n := hold.Own(logs, dies[h]...)
	if n == 0 {
		return 0, 0
	}
	return max(1, int(span.From/60)), n
}

// holdsMin is how long a frame's dish lasts: by the studio's own times where there are enough.
func (f Shot) holdsMin() int {
	if f.OwnHoldMin > 0 {
		return f.OwnHoldMin
	}
	return holdsMin(f.Hold)
}

// holdWish is that as a wish in words.
func (f Shot) holdWish(dish string) string {
	if f.OwnHoldMin > 0 {
		return fmt.Sprintf("%s holds %d min, by %d times of your own", dish, f.OwnHoldMin, f.OwnTimes)
	}
	return fmt.Sprintf("%s holds %d min", dish, holdsMin(f.Hold))
}

// short is up to how many minutes a dish is made anew for each frame, and looked at with a stand-in first.
const short = 15

// standBy is up to how many minutes somebody stands by a ring; what takes longer simmers alone.
const standBy = 20

// opened is what is done to a dish after which it is not whole.
var opened = map[method.Class]bool{method.Cuts: true, method.Breaks: true, method.Opens: true, method.Bites: true}

// longMorning is from how many minutes before the camera on a day has a break: with its changes that is past noon.
const longMorning = 150

// overnight is from how many minutes on something that stands is made the day before.
const overnight = 180

var (
	freezes = regexp.MustCompile(`(?i)\b(?:freez|churn)`)
	chills  = regexp.MustCompile(`(?i)\b(?:chill|refrigerat|fridge|cure)`)
	bakes   = regexp.MustCompile(`(?i)\b(?:bake|roast|oven|grill|broil)`)
)

// Ahead is something that has to be begun before the day that is planned, and the evening before it.
type Ahead struct {
	Name   string `json:"name" doc:"What is done"`
	Dish   string `json:"dish" doc:"For which dish"`
	DishID string `json:"dishId" doc:"Its key"`
	Min    int    `json:"min" doc:"How long it takes, minutes"`
	Days   int    `json:"days" doc:"How many days before it is begun"`
}

// Jobs makes the jobs of a day and their tasks from dishes and frames, and says what has to be begun before.
func Jobs(dishes []Dish, frames []Shot, own []OwnJob, changes []Change, t Terms) (Day, []Job, []Ahead) {
	b := builder{terms: t, ahead: []Ahead{}}
	open := t.each(t.StartMin, t.EndMin)
	b.day.Span = Span{t.StartMin, open[len(open)-1].ToMin}
	b.day.Resources = []Resource{
		{Key: hands, Name: "Pairs of hands", Units: t.Hands, Open: open, Wish: fmt.Sprintf("People are there from %s to %s", Clock(t.StartMin), Clock(t.EndMin))},
		{Key: camera, Name: "Photographer", Units: 1},
		{Key: set, Name: "The set", Units: 1, ChangeMin: t.SetUpMin, Open: []Span{{t.StartMin + t.SetUpMin, b.day.ToMin + 2*1440}}},
	}
	put := func(r Resource, wanted bool) {
		if wanted {
			b.day.Resources = append(b.day.Resources, r)
		}
	}
	switch {
	case t.Ovens == 1 && t.Shelves > 1:
		put(Resource{Key: oven, Name: "Oven shelves", Units: t.Shelves, ChangeMin: heatMin, OneState: true}, true)
	default:
		put(Resource{Key: oven, Name: "Oven", Units: t.Ovens, ChangeMin: heatMin}, t.Ovens > 0)
	}
	put(Resource{Key: rings, Name: "Rings", Units: t.Rings}, t.Rings > 0)
	put(Resource{Key: plates, Name: "Hands that plate", Units: t.Plates}, t.Plates > 0)
	put(Resource{Key: fridge, Name: "Places in the fridge", Units: t.FridgePlaces}, t.FridgePlaces > 0)
	put(Resource{Key: freezer, Name: "Places in the freezer", Units: t.FreezerPlaces}, t.FreezerPlaces > 0)
	for _, d := range dishes {
		var of []Shot
		for _, f := range frames {
			if f.DishKey == d.Key {
				of = append(of, f)
			}
		}
		b.dish(d, of)
		b.techniques(d, of)
	}
	b.rest(own)
	b.change(changes)
	b.early()
	return b.day, b.jobs, b.ahead
}

type builder struct {
	ahead []Ahead
	eve   []string // jobs that are done the day before, whatever else is
	terms Terms
	day   Day
	jobs  []Job
}

func (b *builder) add(j Job, minutes int, state string, needs ...Need) int {
	b.jobs = append(b.jobs, j)
	var has []Need
	for _, n := range needs {
		if n.Units > 0 && b.there(n.Of) {
			has = append(has, n)
		}
	}
	b.day.Tasks = append(b.day.Tasks, Task{Key: j.Key, Min: minutes, State: state, Needs: has})
	return len(b.jobs) - 1
}

func (b *builder) there(key string) bool {
	for _, r := range b.day.Resources {
		if r.Key == key {
			return true
		}
	}
	return false
}

func (b *builder) link(from, to, least int) {
	if from >= 0 && to >= 0 && from != to {
		b.day.Links = append(b.day.Links, Link{From: b.jobs[from].Key, To: b.jobs[to].Key, LeastMin: least})
	}
}

func (b *builder) holds(from, to, most int, wish string) {
	b.day.Links = append(b.day.Links, Link{From: b.jobs[from].Key, To: b.jobs[to].Key, MostMin: &most, Wish: wish})
}

// stage is a job of a dish with the deeds it does.
type stage struct {
	job   int
	deeds []int
	waits bool // nobody stands by
}

// dish makes the jobs of one dish: what is done by hand is put together between two things that go on by themselves;
// then frames where their deeds are, and the finish right before what shows it.
func (b *builder) dish(d Dish, frames []Shot) {
	t := b.terms
	var stages []stage
	var done []int
	run, words := []int{}, []string{}
	sum := 0
	flush := func() {
		if len(run) == 0 {
			return
		}
		name := words[0]
		if len(words) > 1 {
			name = fmt.Sprintf("%s, and %d more", words[0], len(words)-1)
		}
		if len(words) == 2 {
			name = words[0] + "; " + words[1]
		}
		j := b.add(Job{Key: fmt.Sprintf("%s:%d", d.Key, d.Deeds[run[0]].Step*100+run[0]), Name: capital(name), Kind: Prep, DishID: d.Key, Dish: d.Title, Because: "by its steps; usual time of each deed"}, sum, "", Need{hands, 1})
		stages = append(stages, stage{job: j, deeds: run})
		run, words, sum = nil, nil, 0
	}
	for i, x := range d.Deeds {
		if x.Done {
			done = append(done, i)
			continue
		}
		kind, needs, state := whereOf(x)
		long, told := int(x.Minutes+0.5), x.Minutes > 0
		if told && kind == Prep && i+1 < len(d.Deeds) && d.Deeds[i+1].Step == x.Step && d.Deeds[i+1].Minutes == x.Minutes {
			told = false // heap it on a tray and bake for ninety minutes
		}
		if !told {
			long = minutes[string(x.Class)]
		}
		if kind == Prep || kind != Bake && kind != Freeze && kind != Chill && long < 10 {
			run, words, sum = append(run, i), append(words, strings.TrimSpace(x.Clause)), sum+max(1, long)
			continue
		}
		flush()
		if most := t.StartMin - (t.EveFrom - 1440) + 4*60; long > most { // it, and what comes before it, is done before the evening
			for k := len(stages) - 1; k >= 0; k-- {
				b.drop(stages[k].job)
			}
			stages = nil
			b.ahead = append(b.ahead, Ahead{Name: capital(strings.TrimSpace(x.Clause)), Dish: d.Title, DishID: d.Key, Min: long, Days: (long + 1439) / 1440})
			continue
		}
		because := "usual time; the recipe says none"
		if told {
			because = "as the recipe says"
		}
		j := b.add(Job{Key: fmt.Sprintf("%s:%d", d.Key, x.Step*100+i), Name: capital(strings.TrimSpace(x.Clause)), Kind: kind, DishID: d.Key, Dish: d.Title, Because: because}, max(1, long), state, needs...)
		stages = append(stages, stage{job: j, deeds: []int{i}, waits: true})
	}
	flush()
	for k := 1; k < len(stages); k++ {
		b.link(stages[k-1].job, stages[k].job, 0)
	}
	b.frames(d, frames, stages, done)
}

// whereOf is where a deed goes on and what it takes up.
func whereOf(x method.Deed) (JobKind, []Need, string) {
	said := x.Verb + " " + x.Clause
	switch {
	case x.Class == method.Heats && (bakes.MatchString(said) || x.Celsius >= 100):
		state := "hot"
		if x.Celsius > 0 {
			state = fmt.Sprintf("%.0f °C", x.Celsius)
		}
		return Bake, []Need{{oven, 1}}, state
	case x.Class == method.Heats || x.Class == method.Sears:
		needs := []Need{{rings, 1}}
		if x.Minutes == 0 || x.Minutes <= standBy { // somebody stirs
			needs = append(needs, Need{hands, 1})
		}
		return Cook, needs, ""
	case freezes.MatchString(said):
		return Freeze, []Need{{freezer, 1}}, ""
	case chills.MatchString(said):
		return Chill, []Need{{fridge, 1}}, ""
	case x.Class == method.Cools || x.Class == method.Rests:
		return Rest, nil, ""
	}
	return Prep, nil, ""
}

// frames puts a dish's frames where what they show is there.
func (b *builder) frames(d Dish, list []Shot, stages []stage, done []int) {
	last := -1
	if len(stages) > 0 {
		last = stages[len(stages)-1].job
	}
	var served []Shot
	whole := len(done) // the dish is shown before it is cut
	for q := len(done) - 1; q >= 0; q-- {
		if opened[d.Deeds[done[q]].Class] && q > 0 {
			whole = q
		}
	}
	during := map[int]int{} // how many frames are taken of a stage
	var stand []int         // of each, how many of the last deeds are done when it is taken
	for _, f := range list {
		k, deed := stageOf(d, f, stages)
		switch {
		case f.Kind == shots.Ingredient:
			b.frame(b.jobOf(d, f), f, b.terms.FrameMin)
		case k >= 0:
			i := b.frame(b.jobOf(d, f), f, b.terms.FrameMin)
			if k > 0 {
				b.link(stages[k-1].job, i, 0)
			}
			if s := stages[k]; s.waits || f.Kind == shots.Before || f.Kind == shots.Safe {
				b.link(i, s.job, 0)
			} else {
				// It goes on while the frame is taken, or waits for the frames before.
				b.link(s.job, i, -b.day.Tasks[s.job].Min)
				during[k]++
				b.holds(s.job, i, b.terms.FrameMin*during[k], "It is photographed while it is done")
				if k+1 < len(stages) {
					b.link(i, stages[k+1].job, 0)
				}
			}
		default:
			n := whole
			if f.Kind == shots.After {
				n = len(done)
			}
			for q, x := range done {
				if x == deed && f.Kind != shots.After {
					n = q
				}
			}
			served, stand = append(served, f), append(stand, n)
		}
	}
	b.served(d, served, stand, done, last)
}

// stageOf is the stage that a frame is of, or −1 for the finished dish, and the deed that it shows.
func stageOf(d Dish, f Shot, stages []stage) (at, deed int) {
	switch f.Kind {
	case shots.Before, shots.Action, shots.Safe, shots.Clip, shots.After:
	default:
		return -1, -1
	}
	nth := 0
	for i, x := range d.Deeds {
		if x.Step != f.Step {
			continue
		}
		if nth++; f.Nth > 0 && nth != f.Nth {
			continue
		}
		for k, s := range stages {
			if slices.Contains(s.deeds, i) {
				return k, i
			}
		}
		return -1, i
	}
	return -1, -1
}

// served puts in the frames of the finished dish: one plate goes through its last deeds, frame by frame; where it dies
// in minutes each frame gets one of its own, and a look with a stand-in first.
func (b *builder) served(d Dish, list []Shot, stand, done []int, last int) {
	order := make([]int, len(list))
	for i := range order {
		order[i] = i
	}
	acts := func(f Shot) bool { return f.Kind == shots.Action || f.Kind == shots.Clip }
	sortBy(order, func(i int) int { // what shows the dish as it is comes before what does something to it
		if acts(list[i]) {
			return 2*stand[i] + 1
		}
		return 2 * stand[i]
	})
	plate, upTo, altered := -1, 0, false
	var before []int // frames of the plate so far
	acted := -1      // the last in which something was done to it
	for _, at := range order {
		f, n := list[at], stand[at]
		lasts := f.holdsMin()
		if lasts > 0 && lasts <= short {
			finishMin := b.finishMin(d, done[:n])
			look := b.frame(Job{Key: f.Key + ":look", Name: "Stand-in on the set: " + f.Title, Kind: Look, DishID: d.Key, Dish: d.Title, ShotID: f.Key, Because: "what the frame shows dies: light and focus come first"}, Shot{SetUp: f.SetUp, Light: f.Light, LightWish: f.LightWish}, max(2, b.terms.FrameMin-takeMin))
			fresh := b.finish(d, f.Key, done[:n])
			b.link(last, fresh, 0)
			i := b.frame(b.jobOf(d, f), f, takeMin)
			b.link(fresh, i, 0)
			b.holds(fresh, i, lasts, f.holdWish(d.Title))
			b.link(look, i, 0)
			b.holds(look, i, finishMin+3, "The set stands as it was lit")
			continue
		}
		if plate < 0 || n > upTo || altered {
			from := upTo
			if altered && plate >= 0 {
				from = min(upTo, n)
			}
			next := b.finish(d, fmt.Sprintf("%s:%d", d.Key, len(b.jobs)), done[from:n])
			b.link(last, next, 0)
			if plate >= 0 {
				b.link(plate, next, 0)
			}
			for _, i := range before {
				b.link(i, next, 0)
			}
			plate, upTo, altered = next, n, false
		}
		i := b.frame(b.jobOf(d, f), f, b.terms.FrameMin)
		b.link(plate, i, 0)
		b.link(acted, i, 0)
		if lasts > 0 {
			b.holds(plate, i, lasts, f.holdWish(d.Title))
		}
		if acts(f) { // its deed is done in the frame, after all that show the dish before it
			for _, k := range before {
				b.link(k, i, 0)
			}
			if n < len(done) {
				upTo, acted = n+1, i
			}
		}
		before = append(before, i)
	}
}

func (b *builder) jobOf(d Dish, f Shot) Job {
	return Job{Key: f.Key, Name: f.Title, Kind: Frame, DishID: d.Key, Dish: d.Title, ShotID: f.Key, Because: "on the list", Caution: f.Caution, Hero: f.Kind == shots.Hero,
		Safe: f.Kind == shots.Safe, Alters: f.Kind == shots.Action || f.Kind == shots.Clip, HoldMin: f.holdsMin()}
}

// frame puts in a job before the camera: with the photographer and whoever else it takes.
func (b *builder) frame(j Job, f Shot, long int) int {
	i := b.add(j, long, f.SetUp, Need{hands, min(1+f.Hands, max(1, b.terms.Hands))}, Need{camera, 1}, Need{set, 1})
	b.lit(i, f)
	return i
}

// drop takes a job out that nothing is tied to but what went before it.
func (b *builder) drop(i int) {
	b.leave(map[string]bool{b.jobs[i].Key: true})
}

// lit keeps a job to a frame's light.
func (b *builder) lit(i int, f Shot) {
	b.day.Tasks[i].Within, b.day.Tasks[i].Wish, b.day.Tasks[i].Costs = f.Light, f.LightWish, f.Costs
}

// finishMin is how long the last deeds take.
func (b *builder) finishMin(d Dish, done []int) int {
	sum := 2
	for _, i := range done {
		sum += max(1, minutes[string(d.Deeds[i].Class)])
	}
	return sum
}

// finish is plating and dressing, the last thing before the lens.
func (b *builder) finish(d Dish, of string, done []int) int {
	name := "Plate: " + d.Title
	for k, i := range done {
		switch said := strings.TrimSpace(d.Deeds[i].Clause); k {
		case 0:
			name = capital(said)
		case 1:
			name += "; " + said
		case 2:
			name += fmt.Sprintf(", and %d more", len(done)-2)
		}
	}
	return b.add(Job{Key: of + ":finish", Name: name, Kind: Finish, DishID: d.Key, Dish: d.Title, Because: "the last thing on is the first to die"}, b.finishMin(d, done), "", Need{hands, 1}, Need{plates, 1})
}

// rest is what a day has besides dishes.
func (b *builder) rest(own []OwnJob) {
	t := b.terms
	var frames []int
	before := 0 // the camera, minutes
	for i, j := range b.jobs {
		if j.Kind == Frame {
			frames = append(frames, i)
		}
		if j.Kind == Frame || j.Kind == Look {
			before += b.day.Tasks[i].Min
		}
	}
	gone := map[string]bool{}
	for _, o := range own {
		if o.Away != "" {
			gone[o.Away] = true
		}
	}
	everybody := max(1, t.Hands-len(gone))
	for day, s := range t.each(t.LunchFrom, t.LunchUntil) {
		if t.LunchMin > 0 && before >= longMorning {
			i := b.add(Job{Key: nth("break", day), Name: "Break for everybody", Kind: Break, Because: "people eat"}, t.LunchMin, "", Need{hands, everybody}, Need{camera, 1})
			b.day.Tasks[i].Within, b.day.Tasks[i].Wish = []Span{s}, fmt.Sprintf("A break between %s and %s", Clock(s.FromMin), Clock(s.ToMin))
		}
	}
	for _, o := range own {
		needs := []Need{{hands, min(o.Hands, t.Hands)}}
		if o.OnSet {
			needs = append(needs, Need{set, 1})
		}
		if o.Plates {
			needs = append(needs, Need{plates, 1})
		}
		kind, because := Own, "put in by hand"
		if o.Because != "" {
			kind, because = Errand, o.Because
		}
		i := b.add(Job{Key: "own:" + o.Key, Name: o.Name, Kind: kind, Because: because}, o.Min, "", needs...)
		from, until := o.From, o.Until
		if until <= from {
			until = t.EndMin
		}
		switch {
		case o.Eve:
			b.eve = append(b.eve, "own:"+o.Key)
		case o.From > 0 || o.Until > 0:
			s := Span{from + 1440*o.Day, until + 1440*o.Day}
			b.day.Tasks[i].Within, b.day.Tasks[i].Wish = []Span{s}, fmt.Sprintf("%s between %s and %s", o.Name, Clock(s.FromMin), Clock(s.ToMin))
		}
		b.leads(i, o.Before)
	}
	if len(frames) == 0 {
		return
	}
	for day, s := range t.each(t.StartMin, t.EndMin)[1:] { // at the end of each day but the last
		i := b.add(Job{Key: nth("copy", day+1), Name: "Copy the day's card to two places, and check both", Kind: Copy, Because: "an erased card cannot be shot again"}, copyMin, "", Need{camera, 1})
		b.day.Tasks[i].Within = []Span{{s.ToMin - 1440 - 4*copyMin, s.ToMin - 1440}}
	}
	card := b.add(Job{Key: "copy", Name: "Copy the card to two places, and check both", Kind: Copy, Because: "an erased card cannot be shot again"}, copyMin, "", Need{camera, 1})
	for _, f := range frames {
		b.link(f, card, 0)
	}
	if t.WrapMin > 0 {
		wrap := b.add(Job{Key: "wrap", Name: "Wrap: clean, return, count out", Kind: Wrap, Because: "returns, hidden pieces, what is safe to eat"}, t.WrapMin, "", Need{hands, everybody})
		for i := range b.jobs[:wrap] {
			if k := b.jobs[i].Kind; k != Copy {
				b.link(i, wrap, 0)
			}
		}
	}
}

// nth is the key of what comes once each day.
func nth(key string, day int) string {
	if day == 0 {
		return key
	}
	return fmt.Sprintf("%s:%d", key, day+1)
}

// leads lets what waits for a job come after it: of a dish, what nothing else comes before.
func (b *builder) leads(i int, before string) {
	if before == "" {
		return
	}
	for k, j := range b.jobs {
		waits := j.Kind == Frame || j.Kind == Look
		if before != EveryFrame {
			waits = j.Kind != Look && b.first(j.Key) && (j.DishID == before || before == EveryDish && j.DishID != "")
		}
		if waits {
			b.link(i, k, 0)
		}
	}
}

// first says whether no other job of its dish comes before one.
func (b *builder) first(key string) bool {
	return !slices.ContainsFunc(b.day.Links, func(l Link) bool {
		return l.To == key && l.LeastMin >= 0 && !strings.HasPrefix(l.From, "own:")
	})
}

// change does what a person changed.
func (b *builder) change(changes []Change) {
	off := map[string]bool{}
	for _, c := range changes {
		for i := range b.day.Tasks {
			if b.day.Tasks[i].Key != c.Key {
				continue
			}
			off[c.Key] = c.Off
			if c.Min > 0 {
				b.day.Tasks[i].Min = c.Min
				b.jobs[i].Because = "as you said"
			}
			b.day.Tasks[i].Pinned = c.PinAt
		}
	}
	b.leave(off)
}

// leave takes jobs out; what came before them then comes before what came after.
func (b *builder) leave(off map[string]bool) {
	for i := 0; i < len(b.jobs); i++ {
		key := b.jobs[i].Key
		if !off[key] {
			continue
		}
		var links, in, out []Link
		for _, l := range b.day.Links {
			switch key {
			case l.To:
				in = append(in, l)
			case l.From:
				out = append(out, l)
			default:
				links = append(links, l)
			}
		}
		for _, a := range in {
			for _, z := range out {
				if a.From != z.To && a.LeastMin >= 0 && z.LeastMin >= 0 {
					links = append(links, Link{From: a.From, To: z.To})
				}
			}
		}
		b.day.Links = links
		b.day.Tasks = append(b.day.Tasks[:i], b.day.Tasks[i+1:]...)
		b.jobs = append(b.jobs[:i], b.jobs[i+1:]...)
		i--
	}
}

// early lets what has to stand for hours be made the day before, with all that comes before it.
func (b *builder) early() {
	index := b.day.index()
	before := map[int]bool{}
	var mark func(i int)
	mark = func(i int) {
		if before[i] {
			return
		}
		before[i] = true
		for _, l := range b.day.Links {
			if l.To == b.day.Tasks[i].Key && l.LeastMin >= 0 {
				mark(index[l.From])
			}
		}
	}
	for i, j := range b.jobs {
		if (j.Kind == Chill || j.Kind == Freeze || j.Kind == Rest) && b.day.Tasks[i].Min >= overnight {
			mark(i)
		}
	}
	t := b.terms
	if len(before)+len(b.eve) > 0 {
		b.day.FromMin = t.EveFrom - 1440
		eve := Span{t.EveFrom - 1440, t.EveUntil - 1440}
		b.day.Resources[0].Open = append([]Span{eve}, b.day.Resources[0].Open...)
		b.day.Resources[0].Wish += fmt.Sprintf(", and the day before from %s to %s", Clock(t.EveFrom), Clock(t.EveUntil))
		for i := range b.day.Tasks {
			x := &b.day.Tasks[i]
			switch {
			case slices.Contains(b.eve, x.Key):
				x.Within, x.Wish = []Span{eve}, fmt.Sprintf("%s the day before", b.jobs[i].Name)
			case !before[i] && len(x.Within) == 0 && slices.ContainsFunc(x.Needs, func(n Need) bool { return n.Of == hands }):
				x.Within = []Span{{0, b.day.ToMin + 1440}} // not the day before; when on the day is for whose hours they are
			}
		}
	}
	for i := range b.day.Tasks { // what stands by itself is put there by somebody
		if x := &b.day.Tasks[i]; !slices.ContainsFunc(x.Needs, func(n Need) bool { return n.Of == hands || n.Of == camera }) {
			x.Begins = b.day.Resources[0].Open
		}
	}
	for i, r := range b.day.Resources { // nothing bakes or simmers while nobody is there
		if r.Key == oven || r.Key == rings {
			b.day.Resources[i].Open, b.day.Resources[i].Wish = b.day.Resources[0].Open, fmt.Sprintf("Somebody is there while it is on (%s)", r.Name)
		}
	}
}

func capital(s string) string {
	if s == "" {
		return s
	}
	r := []rune(s)
	return strings.ToUpper(string(r[:1])) + string(r[1:])
}
