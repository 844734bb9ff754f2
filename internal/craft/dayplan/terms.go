package dayplan

import (
	"fmt"

	"figladder/internal/craft/finding"
)

// Terms are what a person says of a day before it is planned. Times are minutes from midnight.
type Terms struct {
	StartMin   int `json:"startMin" minimum:"0" maximum:"1439" doc:"When people begin"`
	EndMin     int `json:"endMin" minimum:"1" maximum:"1440" doc:"When they have to be done, wrap included"`
	Hands      int `json:"hands" minimum:"1" maximum:"20" doc:"Pairs of hands, the photographer's included"`
	Ovens      int `json:"ovens" minimum:"0" maximum:"8" doc:"Ovens, each at one heat at a time"`
	Rings      int `json:"rings" minimum:"0" maximum:"20" doc:"Rings"`
	FrameMin   int `json:"frameMin" minimum:"2" maximum:"120" doc:"For one frame on a set that stands"`
	SetUpMin   int `json:"setUpMin" minimum:"0" maximum:"240" doc:"From one set-up to another, light included"`
	LunchMin   int `json:"lunchMin" minimum:"0" maximum:"180" doc:"For everybody's break"`
	LunchFrom  int `json:"lunchFrom" minimum:"0" maximum:"1440" doc:"It begins then at the earliest"`
	LunchUntil int `json:"lunchUntil" minimum:"0" maximum:"1440" doc:"And is over then at the latest"`
	WrapMin    int `json:"wrapMin" minimum:"0" maximum:"480" doc:"Clearing up, returns and counting out"`
	EveFrom    int `json:"eveFrom" minimum:"0" maximum:"1440" doc:"The day before, what has to stand overnight is made from then"`
	EveUntil   int `json:"eveUntil" minimum:"0" maximum:"1440" doc:"Until then"`
	SlackShare int `json:"slackShare" minimum:"0" maximum:"100" doc:"Percent of a job's time kept free after it in a calm day"`

	Days          int `json:"days" minimum:"0" maximum:"3" doc:"How many days it goes on, one after the other; 0 for one"`
	Plates        int `json:"plates" minimum:"0" maximum:"20" doc:"Pairs of those hands that plate and dress; 0 for anybody's"`
	Shelves       int `json:"shelves" minimum:"0" maximum:"6" doc:"Trays that bake at once, at one heat, where there is one oven; 0 for one"`
	FridgePlaces  int `json:"fridgePlaces" minimum:"0" maximum:"60" doc:"Trays and bowls that chill at once; 0 for as many as there are"`
	FreezerPlaces int `json:"freezerPlaces" minimum:"0" maximum:"60" doc:"Trays and tubs that freeze at once; 0 for as many as there are"`
	ShopMin       int `json:"shopMin" minimum:"0" maximum:"600" doc:"Shopping, the day before; 0 for not at all"`
	CollectMin    int `json:"collectMin" minimum:"0" maximum:"600" doc:"Collecting what is rented, the day before; 0 for not at all"`
	FetchMin      int `json:"fetchMin" minimum:"0" maximum:"240" doc:"Fetching props and kit to the set, before the first frame; 0 for not at all"`
}

// mostDays is how many days are planned in one go.
const mostDays = 3

// each is one span of the day's hours for each of its days.
func (t Terms) each(from, to int) []Span {
	var out []Span
	for day := range max(1, t.Days) {
		out = append(out, Span{from + 1440*day, to + 1440*day})
	}
	return out
}

// StartTerms are usual ones (start values of our own).
func StartTerms() Terms {
	return Terms{StartMin: 8 * 60, EndMin: 18 * 60, Hands: 2, Ovens: 1, Rings: 4, FrameMin: 10, SetUpMin: 15, LunchMin: 30, LunchFrom: 12 * 60, LunchUntil: 14*60 + 30, WrapMin: 45, EveFrom: 15 * 60, EveUntil: 20 * 60, SlackShare: 20,
		Days: 1, Shelves: 2, FridgePlaces: 6, FreezerPlaces: 3, ShopMin: 60, CollectMin: 45, FetchMin: 20}
}

// Check returns what cannot be accepted, by field.
func (t Terms) Check() []finding.FieldProblem {
	var out []finding.FieldProblem
	bad := func(path, words string, wrong bool) {
		if wrong {
			out = append(out, finding.FieldProblem{Path: path, Words: words})
		}
	}
	bad("endMin", "The day ends after it begins.", t.EndMin <= t.StartMin)
	bad("lunchUntil", fmt.Sprintf("A break of %d min does not fit between its two times.", t.LunchMin), t.LunchMin > 0 && t.LunchUntil-t.LunchFrom < t.LunchMin)
	bad("plates", fmt.Sprintf("There are %d pairs of hands in all.", t.Hands), t.Plates > t.Hands)
	bad("days", fmt.Sprintf("Up to %d days in one plan.", mostDays), t.Days > mostDays)
	bad("eveUntil", "The day before ends after it begins.", t.EveUntil <= t.EveFrom)
	return out
}
