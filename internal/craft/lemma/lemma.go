// Package lemma finds the word that a dictionary lists another one under: poured is pour,
// peaches are peach.
package lemma

import (
	"strings"
	"sync"

	"github.com/aaaton/golem/v4"
	"github.com/aaaton/golem/v4/dicts/en"
	"github.com/kljensen/snowball/english"
)

// dictionary is read when it is first asked (some 60 ms).
var dictionary = sync.OnceValue(func() *golem.Lemmatizer {
	l, err := golem.New(en.New())
	if err != nil {
		panic(err) // it is compiled in
	}
	return l
})

// kitchen are words that the dictionary does not have, or has for another word.
var kitchen = map[string]string{"veggies": "veggie", "laid": "lay"}

// Of is the lemma of one English word, in lower case; a word that is not known is its own.
func Of(word string) string {
	word = strings.ToLower(word)
	if l, ok := kitchen[word]; ok {
		return l
	}
	return dictionary().Lemma(word)
}

// All are the lemmas that a word in lower case may have: leaves are leaf, ground is ground.
func All(word string) []string {
	if l, ok := kitchen[word]; ok {
		return []string{l}
	}
	return dictionary().Lemmas(word)
}

// Listed reports whether the dictionary has a word in lower case.
func Listed(word string) bool { return kitchen[word] != "" || dictionary().InDict(word) }

// Stem is what is left of a word in lower case without its endings (Porter's second stemmer):
// two forms of a word that no dictionary lists have one stem.
func Stem(word string) string { return english.Stem(word, false) }

// Singular is a noun's singular: its lemma where it may be a plural, else the word itself (a
// dressing is not a dress).
func Singular(noun string) string {
	if !strings.HasSuffix(noun, "s") || strings.HasSuffix(noun, "ss") {
		return noun
	}
	return Of(noun)
}
