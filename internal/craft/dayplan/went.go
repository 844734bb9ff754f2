package dayplan

import "slices"

// WentOf is what has happened of a job, if anything.
func (x Doc) WentOf(key string) (Gone, bool) {
	i := slices.IndexFunc(x.Gone, func(g Gone) bool { return g.Key == key })
	if i < 0 {
		return Gone{}, false
	}
	return x.Gone[i], true
}

// Unguarded are the safe frames of its dish that are to be taken before a job that alters it, and have not been.
func Unguarded(d Day, jobs []Job, x Doc, key string) []Job {
	at := d.index()
	i, ok := at[key]
	if !ok || !jobs[i].Alters {
		return nil
	}
	var out []Job
	for _, l := range d.Links {
		if l.To != key || l.LeastMin < 0 {
			continue
		}
		from := jobs[at[l.From]]
		if g, went := x.WentOf(l.From); from.Safe && !(went && g.Over) {
			out = append(out, from)
		}
	}
	return out
}

// Went is the document with a job begun at a minute, or over at it. One that was never begun is taken to have begun as
// long before as it was planned to take.
func (x Doc) Went(t Task, now int, over bool, because string) Doc {
	g, went := x.WentOf(t.Key)
	switch {
	case !went && over:
		g = Gone{Key: t.Key, FromMin: now - t.Min, Min: t.Min}
	case !went:
		g = Gone{Key: t.Key, FromMin: now, Min: t.Min}
	case over:
		g.Min = max(0, now-g.FromMin)
	}
	g.Over = over
	if g.PlannedMin == 0 {
		g.PlannedMin = t.Min
	}
	if because != "" {
		g.Because = because
	}
	x.Gone = slices.DeleteFunc(slices.Clone(x.Gone), func(o Gone) bool { return o.Key == t.Key })
	x.Gone = append(x.Gone, g)
	return x
}

// Undone is the document with a job not begun after all.
func (x Doc) Undone(key string) Doc {
	x.Gone = slices.DeleteFunc(slices.Clone(x.Gone), func(o Gone) bool { return o.Key == key })
	return x
}
