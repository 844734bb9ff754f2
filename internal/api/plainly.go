package api

import (
	"regexp"
	"strconv"
	"strings"
	"unicode"

	"figladder/internal/craft/bounds"
)

// checks are what huma says of a value, and what is said instead. %s is what it is held to.
var checks = []struct {
	theirs *regexp.Regexp
	ours   string
}{
	{regexp.MustCompile(`^expected number >= (\S+)$`), "Write %s or more"},
	{regexp.MustCompile(`^expected number > (\S+)$`), "Write more than %s"},
	{regexp.MustCompile(`^expected number <= (\S+)$`), "Write %s or less"},
	{regexp.MustCompile(`^expected number < (\S+)$`), "Write less than %s"},
	{regexp.MustCompile(`^expected length >= 1$`), "Write something here"},
	{regexp.MustCompile(`^expected length >= (\d+)$`), "Write %s letters or more"},
	{regexp.MustCompile(`^expected length <= (\d+)$`), "Write %s letters or fewer"},
	{regexp.MustCompile(`^expected array length >= (\d+)$`), "Take %s or more of these"},
	{regexp.MustCompile(`^expected array length <= (\d+)$`), "Take %s or fewer of these"},
	{regexp.MustCompile(`^expected value to be one of "(.*)"$`), "Choose one of: %s"},
	{regexp.MustCompile(`^expected integer$`), "Write a whole number"},
	{regexp.MustCompile(`^expected number$`), "Write a number"},
	{regexp.MustCompile(`^expected string$`), "Write words here"},
	{regexp.MustCompile(`^expected boolean$`), "This is a yes or a no"},
	{regexp.MustCompile(`^expected (?:array|object)$`), "This is not of the right kind"},
	{regexp.MustCompile(`^expected array items to be unique$`), "Each may stand here once"},
	{regexp.MustCompile(`^expected string to be RFC 3339 date.*$`), "Write a day as 2026-12-03"},
	{regexp.MustCompile(`^expected string to match pattern.*$`), "This is not written as it should be"},
}

// plainly says in plain words what huma's checks say of a field, in the unit that a length
// is shown in. What is not known comes back as it is.
func plainly(field, message string) string {
	for _, c := range checks {
		at := c.theirs.FindStringSubmatch(message)
		switch {
		case at == nil:
		case len(at) == 1:
			return c.ours
		case strings.HasPrefix(c.ours, "Choose"):
			return strings.Replace(c.ours, "%s", strings.TrimPrefix(strings.ReplaceAll(at[1], `", "`, ", "), ", "), 1)
		default:
			return strings.Replace(c.ours, "%s", heldTo(field, at[1]), 1)
		}
	}
	return message
}

// heldTo writes what a field is held to, with its unit when its name has one.
func heldTo(field, limit string) string {
	v, err := strconv.ParseFloat(limit, 64)
	if err != nil {
		return limit
	}
	name := field[strings.LastIndex(field, ".")+1:]
	unit := ""
	switch {
	case bounds.Long(name):
		unit = " cm" // told in the studio's unit with the rest of the answer
	case strings.HasSuffix(name, "Mm"):
		unit = " mm"
	case strings.HasSuffix(name, "Deg"):
		unit = "°"
	case strings.HasSuffix(name, "Px"):
		unit = " px"
	case strings.HasSuffix(name, "Min"):
		unit = " min"
	}
	return bounds.Shown(name, v) + unit
}

// ofUnits is what names of fields end with and pages do not show.
var ofUnits = regexp.MustCompile(`(Mm|Deg|Px|Min|Minor|S|Cd|M2|K|G)$`)

// label is a field's name in words: "brief.deliverables[0].count" is "Deliverable 1, count".
func label(field string) string {
	parts := strings.Split(strings.NewReplacer("[", ".", "]", "").Replace(field), ".")
	last := len(parts) - 1
	out := spaced(ofUnits.ReplaceAllString(parts[last], ""))
	if last > 1 {
		if n, err := strconv.Atoi(parts[last-1]); err == nil {
			out = strings.TrimSuffix(spaced(parts[last-2]), "s") + " " + strconv.Itoa(n+1) + ", " + out
		}
	}
	return strings.ToUpper(out[:1]) + out[1:]
}

// spaced parts the words of a name that are written together.
func spaced(name string) string {
	var b strings.Builder
	for i, r := range name {
		if unicode.IsUpper(r) && i > 0 {
			b.WriteByte(' ')
		}
		b.WriteRune(unicode.ToLower(r))
	}
	if b.Len() == 0 {
		return "This"
	}
	return b.String()
}
