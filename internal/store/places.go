package store

import "context"

// PlaceNow is one of the two places in which files are kept.
type PlaceNow struct {
	Name  string `json:"name" doc:"Which of the two"`
	Path  string `json:"path" doc:"Its folder on the machine that serves, or its bucket"`
	Free  int64  `json:"free" doc:"Room left there, bytes; −1 where it cannot be told"`
	There bool   `json:"there" doc:"Whether it can be reached and used"`
}

// Places are the two, as they are now, and whether one lost disk would take both.
func (v *Vault) Places(ctx context.Context) (all []PlaceNow, oneDisk bool) {
	disks := map[string]bool{}
	for _, p := range v.places {
		at, disk := p.now(ctx)
		all = append(all, at)
		if disk == "" {
			disk = at.Name
		}
		disks[disk] = true
	}
	return all, len(disks) == 1
}
