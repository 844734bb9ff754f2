// Package cells keeps spreadsheet cells from being run as formulas.
package cells

import "strings"

// risky are the first characters that make a spreadsheet run a cell, and the
// apostrophe that guards them.
const risky = "=+-@\t\r'"

// Guard writes an apostrophe before a cell that a spreadsheet would take for a
// formula.
func Guard(s string) string {
	if s != "" && strings.ContainsRune(risky, rune(s[0])) {
		return "'" + s
	}
	return s
}

// Unguard takes the apostrophe off that Guard put on. Unguard(Guard(s)) is s for
// every s.
func Unguard(s string) string {
	if len(s) > 1 && s[0] == '\'' && strings.ContainsRune(risky, rune(s[1])) {
		return s[1:]
	}
	return s
}
