// Package words holds the vocabularies that more than one part of the house speaks: each is
// a type of its own, and its list stands here and nowhere else. Documents keep the word; the
// API tells the list of each field; the page takes its choices from there.
package words

import "slices"

// Vocabulary is a type whose values are words of a list.
type Vocabulary interface {
	// Words lists every word, in the order in which they are offered.
	Words() []string
}

// plain turns typed words into strings.
func plain[T ~string](list []T) []string {
	out := make([]string, len(list))
	for i, w := range list {
		out[i] = string(w)
	}
	return out
}

// Is reports whether a word belongs to its vocabulary.
func Is[T interface {
	~string
	Vocabulary
}](w T) bool {
	return slices.Contains(w.Words(), string(w))
}
