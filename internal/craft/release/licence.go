package release

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"figladder/internal/craft/brief"
)

// Licence is what may be done with the pictures of a shoot, as its brief has it, in plain words to be handed over with them. names
// are what outlets are called, by their keys. It says what was written down and no more; where nothing was, it says that.
func Licence(b brief.Brief, shoot, credit string, names map[string]string, at time.Time) string {
	var w strings.Builder
	line := func(words string, args ...any) { fmt.Fprintf(&w, words+"\n", args...) }
	line("%s", shoot)
	line("As it stands on %s.\n", at.Format("2 January 2006"))
	if credit != "" {
		line("Made by %s.\n", credit)
	}
	if b.Embargo != "" {
		line("Nothing of it is shown before %s.\n", dayWords(b.Embargo))
	}
	if len(b.Rights) == 0 {
		line("No rights are written down. Ask before any use.")
		return w.String()
	}
	line("Who may show these pictures:")
	for _, r := range b.Rights {
		where := "anywhere"
		if len(r.Outlets) > 0 {
			all := []string{}
			for _, key := range r.Outlets {
				if n := names[key]; n != "" {
					key = n
				}
				all = append(all, key)
			}
			slices.Sort(all)
			where = "at " + strings.Join(all, ", ")
		}
		when := "without an end"
		switch {
		case r.From != "" && r.Until != "":
			when = "from " + dayWords(r.From) + " to the end of " + dayWords(r.Until)
		case r.From != "":
			when = "from " + dayWords(r.From) + ", without an end"
		case r.Until != "":
			when = "to the end of " + dayWords(r.Until)
		}
		line("- %s, %s, %s", r.Who, where, when)
	}
	line("\nDays begin and end at midnight in %s. Whatever is not listed here needs another agreement.", zoneWords(b.Zone))
	return w.String()
}

func zoneWords(zone string) string {
	if zone == "" {
		return "universal time"
	}
	return zone
}
