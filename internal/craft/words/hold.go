package words

// Hold is how long what a frame shows lasts before the lens, as the list says it.
type Hold string

// The holds, from what keeps to what is gone; usual ranges, start values of practice.
const (
	Keeps   Hold = "keeps"
	Holds   Hold = "holds"
	Wilts   Hold = "about 10 min once dressed"
	Falls   Hold = "minutes, then the foam falls"
	Melts   Hold = "2 to 3 min, then it runs"
	Steams  Hold = "under 1 min while it steams"
	Seconds Hold = "seconds"
)

// HoldList in that order.
var HoldList = []Hold{Keeps, Holds, Wilts, Falls, Melts, Steams, Seconds}

// Words implements Vocabulary.
func (Hold) Words() []string { return plain(HoldList) }

// Waits reports whether a dish can stand while another is photographed. What nothing is
// known of is taken to.
func (h Hold) Waits() bool { return h == "" || h == Keeps || h == Holds }

// Hurries reports whether the dish is taken in one go from such a frame on. What lasts
// seconds is over with its frame and hurries nothing after it.
func (h Hold) Hurries() bool { return !h.Waits() && h != Seconds }
