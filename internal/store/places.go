package store

import (
	"os"
	"syscall"
)

// PlaceNow is one of the two places in which files are kept.
type PlaceNow struct {
	Name  string `json:"name" doc:"Which of the two"`
	Path  string `json:"path" doc:"Its folder on the machine that serves"`
	Free  int64  `json:"free" doc:"Room left there, bytes; −1 where it cannot be told"`
	There bool   `json:"there" doc:"Whether it can be read and written"`
}

// Places are the two, as they are now, and whether one lost disk would take both.
func (v *Vault) Places() (all []PlaceNow, oneDisk bool) {
	disks := map[uint64]bool{}
	for _, p := range v.places {
		now := PlaceNow{Name: p.name, Path: p.dir, Free: -1}
		if st, err := os.Stat(p.dir); err == nil {
			if sys, ok := st.Sys().(*syscall.Stat_t); ok {
				disks[uint64(sys.Dev)] = true
			}
			f, err := p.begin()
			if now.There = err == nil; now.There {
				drop(f)
			}
		}
		var fs syscall.Statfs_t
		if err := syscall.Statfs(p.dir, &fs); err == nil {
			now.Free = int64(fs.Bavail) * fs.Bsize
		}
		all = append(all, now)
	}
	return all, len(disks) == 1
}
