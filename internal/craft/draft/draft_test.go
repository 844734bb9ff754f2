package draft

import (
	"fmt"
	"os"
	"sort"
	"testing"
	"time"

	"figladder/internal/craft/compose"
	"figladder/internal/craft/finding"
	"figladder/internal/craft/light"
	"figladder/internal/craft/shots"
	"github.com/stretchr/testify/require"
)

func TestStudy(t *testing.T) {
	if os.Getenv("FIGLADDER_DRAFTS") == "" {
		t.Skip("a study: set FIGLADDER_DRAFTS=1")
	}
	for _, dir := range []string{"shared"} {
		all := cooked(t, dir)
		began := time.Now()
		heroes, good, frames := 0, 0, 0
		codes := map[string]int{}
		stops := 0
		for i := 0; i+6 <= len(all); i += 6 {
			a := ask(all[i:i+6], shelf())
			d, err := Make(t.Context(), a)
			require.NoError(t, err)
			kinds := map[string]shots.Kind{}
			for _, x := range a.Shots {
				kinds[x.ID] = x.Kind
			}
			for _, u := range d.SetUps {
				for _, f := range u.Frames {
					frames++
					s := u.Up.With(f.Own)
					require.Empty(t, s.Check(), "%s", u.Words)
					j, err := compose.Judge(t.Context(), s, a.Wants, a.Shapes, light.Search)
					require.NoError(t, err)
					worse := 0
					for _, x := range j.Findings {
						if x.Severity == finding.Stop {
							stops++
							fmt.Println("STOP", u.Words, x.Code, x.Measure)
						}
						if x.Severity != finding.Note {
							worse++
							if kinds[f.ShotID] == shots.Hero || x.Code == "depth-short" || x.Code == "card-in-frame" {
								fmt.Println(kinds[f.ShotID], u.Key, u.Words, s.Camera.ElevationDeg, x.Code, x.Subject, x.Measure, x.Limit)
							}
							if kinds[f.ShotID] == shots.Hero {
								codes["hero "+x.Code]++
							} else {
								codes["other "+x.Code]++
							}
						}
					}
					if kinds[f.ShotID] == shots.Hero {
						heroes++
						if worse == 0 {
							good++
						}
					}
				}
			}
		}
		fmt.Printf("%s: %d frames, heroes %d, good %d, stops %d, %s\n", dir, frames, heroes, good, stops, time.Since(began))
		var keys []string
		for k := range codes {
			keys = append(keys, k)
		}
		sort.Slice(keys, func(a, b int) bool { return codes[keys[a]] > codes[keys[b]] })
		for _, k := range keys {
			fmt.Println("  ", k, codes[k])
		}
	}
}
