package store

import (
	"encoding/json"
	"time"

	"gorm.io/gorm"
)

// VaultCheck is what came of reading every file of the vault again.
type VaultCheck struct {
	ID      string     `gorm:"primaryKey" json:"id" doc:"Key"`
	BeganAt time.Time  `json:"beganAt" doc:"When it began"`
	EndedAt *time.Time `json:"endedAt" doc:"When it ended; null while it runs"`
	AskedBy string     `json:"askedBy" doc:"Who asked for it, or the week"`
	Files   int        `json:"files" doc:"Files there are"`
	Done    int        `json:"done" doc:"Files looked at so far"`
	Bytes   int64      `json:"bytes" doc:"Bytes read, of one copy"`
	Mended  int        `json:"mended" doc:"Files of which a copy was made anew"`
	Lost    []LostFile `gorm:"serializer:json" json:"lost" doc:"Files of which no whole copy is left"`
	Failed  string     `json:"failed" doc:"Why a copy could not be mended, or empty"`
}

// LostFile is a file of which no whole copy is left, and what it was.
type LostFile struct {
	SHA256 string `json:"sha256" doc:"Its hash"`
	What   string `json:"what" doc:"What it is the file of"`
}

// Files lists the hash of every file that a row names, with what it is the file of. A test
// holds it to every table that has such a column.
func Files(tx *gorm.DB) (map[string]string, error) {
	var rows []struct{ SHA, What string }
	err := tx.Raw(`
		select f.sha256 as sha, 'a frame of ' || x.title as what from frames f join shots x on x.id = f.shot_id
		union all select c.sha256, c.path || ' from ' || k.name from card_files c join cards k on k.id = c.card_id where c.sha256 <> ''
		union all select f.sha256, f.came ->> 'path' from frames f where f.shot_id is null
		union all select f.came ->> 'raw', f.came ->> 'rawPath' from frames f where coalesce(f.came ->> 'raw', '') <> ''
		union all select f.came ->> 'beside', 'what lay beside ' || (f.came ->> 'path') from frames f where coalesce(f.came ->> 'beside', '') <> ''
		union all select f.came ->> 'shows', 'what is shown of ' || (f.came ->> 'path') from frames f where coalesce(f.came ->> 'shows', '') <> ''
		union all select p.sha256, 'a picture of the set of ' || x.title from previews p join shots x on x.id = p.shot_id
		union all select v.sha256, 'a finished picture of ' || coalesce(x.title, f.came ->> 'path', 'a frame') from versions v left join frames f on f.id = v.frame_id left join shots x on x.id = f.shot_id
		union all select c ->> 'picture', 'what was shown in round ' || r.number || ' of ' || s.name from proof_rounds r join shoots s on s.id = r.shoot_id, jsonb_array_elements(r.choices) c
		union all select r.sha256, 'a reference of ' || s.name from refs r join shoots s on s.id = r.shoot_id where r.sha256 <> ''
		union all select p.sha256, 'a cut of ' || x.title || ' for ' || p.outlet from publications p join shots x on x.id = p.shot_id where p.sha256 <> ''
		union all select prop ->> 'picture', 'the picture of ' || name from props where coalesce(prop ->> 'picture', '') <> ''`).Scan(&rows).Error
	out := map[string]string{}
	for _, r := range rows {
		if isHash(r.SHA) {
			out[r.SHA] = r.What
		}
	}
	return out, err
}

// Kept is the row that a change took away, as it was.
func Kept(c Change) (Row, error) {
	kind, ok := byName[c.Table]
	if !ok {
		return nil, ErrNotFound
	}
	row := kind.fresh()
	if err := json.Unmarshal(c.Before, row); err != nil {
		return nil, err
	}
	Fill(row)
	return row, nil
}
