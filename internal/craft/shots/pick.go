package shots

// Usual is how many supporting frames go with a final when nobody said: two to
// three are usual, and people regret the ones they skipped (handbook R4).
const Usual = 3

// MostSupporting is how many can be asked for.
const MostSupporting = 12

// supporting lists the kinds of supporting frame, in the order in which one of
// each is picked: what moves first, then what stands on its own, then the rest.
var supporting = []Kind{Action, Ingredient, Detail, Before, Repeat, Clip, After}

// Supporting reports whether a kind of frame stands beside a final: neither a
// final itself, nor a safe frame, nor the free slot.
func Supporting(k Kind) bool {
	for _, s := range supporting {
		if s == k {
			return true
		}
	}
	return false
}

// pick marks the frames to take: the finals and the slot after them, every safe
// frame (the step it guards will be taken whether or not it is photographed), and
// as many supporting frames as are wanted: the best of each kind before a second
// of any, and of deeds that are alike one before another of them.
func pick(all []Proposal, weight map[string]int, kin map[string]string, want int) {
	taken := map[string]int{}
	worth := func(p Proposal) int { return weight[p.Key] - 3*taken[kin[p.Key]] }
	for i := range all {
		all[i].Pick = !Supporting(all[i].Kind)
	}
	for want > 0 {
		before := want
		for _, k := range supporting {
			best := -1
			for i, p := range all {
				if p.Kind == k && !p.Pick && (best < 0 || worth(p) > worth(all[best])) {
					best = i
				}
			}
			if best >= 0 && want > 0 {
				all[best].Pick = true
				if k := kin[all[best].Key]; k != "" {
					taken[k]++
				}
				want--
			}
		}
		if want == before {
			return // there are no more
		}
	}
}
