// Package wordlist reads the tables of words that rules look for in recipes: one row a list
// and source, so that a word can be found, questioned and mended where it stands.
package wordlist

import (
	"fmt"
	"regexp"
	"strings"
)

// Row is a line of a table: columns by name.
type Row map[string]string

// Rows reads a table: the first line names the columns, divided by tabs; lines that begin
// with # and empty ones are left out. Every table has a column "source", filled in every
// row. A table is part of the program, so one that cannot be read is a fault of ours: it
// panics, and the package's tests with it.
func Rows(table string) []Row {
	var head []string
	var out []Row
	for n, line := range strings.Split(table, "\n") {
		line = strings.TrimRight(line, "\r")
		if strings.TrimSpace(line) == "" || strings.HasPrefix(line, "#") {
			continue
		}
		cells := strings.Split(line, "\t")
		if head == nil {
			head = cells
			continue
		}
		if len(cells) != len(head) {
			panic(fmt.Sprintf("line %d has %d columns, not %d: %s", n+1, len(cells), len(head), line))
		}
		row := Row{}
		for i, c := range cells {
			row[head[i]] = strings.TrimSpace(c)
		}
		if row["source"] == "" {
			panic(fmt.Sprintf("line %d has no source: %s", n+1, line))
		}
		out = append(out, row)
	}
	return out
}

// Lists gathers the words of a table by its column "list": what is found is any of them, as
// whole words, whatever the case. Words are patterns divided by |, so that "pears?" is both.
func Lists(table string) map[string]*regexp.Regexp {
	words := map[string][]string{}
	for _, r := range Rows(table) {
		words[r["list"]] = append(words[r["list"]], r["words"])
	}
	out := map[string]*regexp.Regexp{}
	for list, w := range words {
		out[list] = Words(strings.Join(w, "|"))
	}
	return out
}

// Words finds any of some words, divided by |; nil for none.
func Words(any string) *regexp.Regexp {
	if any == "" {
		return nil
	}
	return regexp.MustCompile(`(?i)\b(?:` + any + `)\b`)
}
