package dayplan

// Took is how long a job took against its plan.
type Took struct {
	Key        string `json:"key" doc:"Of which job"`
	Name       string `json:"name" doc:"What was done"`
	Dish       string `json:"dish" doc:"For which dish; empty for all"`
	PlannedMin int    `json:"plannedMin" doc:"As planned, minutes"`
	WentMin    int    `json:"wentMin" doc:"As it went, minutes"`
}

// Times are the jobs that are over, with plan and what it came to. What nobody wrote down, but was taken to have gone as
// planned, says nothing and is left out.
func Times(d Day, jobs []Job, x Doc) []Took {
	out := []Took{}
	for i, j := range jobs {
		g, went := x.WentOf(j.Key)
		if !went || !g.Over || g.Assumed {
			continue
		}
		out = append(out, Took{j.Key, j.Name, j.Dish, d.Tasks[i].Min, g.Min})
	}
	return out
}

// Logged are minutes planned and gone of all jobs that are over and were written down with both. What is kept of a day
// has no plan of its own: a job whose length was not noted with what happened is left out.
func (x Doc) Logged() (planned, went []int) {
	for _, g := range x.Gone {
		if g.Over && !g.Assumed && g.PlannedMin > 0 {
			planned, went = append(planned, g.PlannedMin), append(went, g.Min)
		}
	}
	return planned, went
}
