package method

import (
	"regexp"
	"strings"
)

var (
	// A drink stands in its glass when something goes over its ice.
	overIce = regexp.MustCompile(`(?i)\b(?:over|on to|onto|on) (?:the |fresh |crushed |cubed |more |a large )*ice(?:[.,;]|$| [^c])`)
	// What a dish is served in: many of it, or one with a word that no mixing bowl has.
	servedIn = regexp.MustCompile(`(?i)\b(?:(?:in|into|onto|on to|on|over|between|among|across|round|around|fill) (?:[\w'’-]+ ){0,6}?(?:plates?|platters?|mugs?|coupes?|tumblers?|flutes?|goblets?|highballs?|glasses|saucers?|bowls|cups|serving \w+|tureen|slate|cake stand|shells|dishes|ramekins|jars|teacups|poppadoms?|earthenware \w+|bamboo tray|pots)\b` +
		`|(?:in|into|onto|on to|on) (?:[\w'’-]+ ){0,3}?(?:warm(?:ed)?|shallow|deep|chilled|cold|serving|wide|large shallow|each|every|small|individual|flat|hot|glass|pretty|big|iced|your) (?:[\w'’-]+ ){0,2}?(?:bowl|dish|glass|plate|board)\b` +
		`|(?:into|over|on to|onto|in|fill|the|tall) (?:[\w'’-]+ ){0,2}?(?:glass)\b|(?:onto|on to|on) (?:a|the) (?:[\w'’-]+ )?board\b|\beach bowl\b)`)
	workedIn = regexp.MustCompile(`(?i)\b(?:mixing bowls?|food processor|baking (?:dish|sheet|tray|tin)|ovenproof|roasting|cutting board|chopping board|frying pan|saucepan|skillet|(?:clean|large|big|heatproof|small|separate|medium|another|same|stand mixer'?s?|mixer) bowls?|glass of|cup of|glass jug|bowl of|into the pot|oven|fridge|freezer|moulds?|molds?)\b`)
)

// ServedIn reports whether a deed puts food on or into what it is served in.
func (d Deed) ServedIn() bool { return d.served }

func (d Deed) servesIn() bool {
	switch d.Class {
	case Cools, Cleans, Watches, Serves, Sears, Rests, Blends:
		return false
	case Heats:
		if d.Verb != "warm" { // a drink is warmed in its glass
			return false
		}
	}
	if (d.Class == Fills || d.Class == Pours) && strings.Contains(d.Clause, " ice") && overIce.MatchString(d.Clause) {
		return true
	}
	if d.Verb == "fill" && strings.HasSuffix(d.Clause, " ice") {
		return true
	}
	return d.Vessel != "" && servedIn.MatchString(d.Clause) && !workedIn.MatchString(d.Clause)
}

// vesselWords are vessels by every word for them, one or many.
var vesselWords = func() map[string]string {
	out := map[string]string{}
	for _, v := range strings.Fields("coupe mug glass tumbler flute highball goblet jug tin mould tray pan saucepan skillet wok pot casserole tureen bowl board slate plate platter dish cup saucer shell ramekin jar teacup poppadom earthenware") {
		out[v], out[v+"s"], out[v+"es"] = v, v, v
	}
	return out
}()
