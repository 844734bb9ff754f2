// Package lemma finds the word that a dictionary lists another one under: poured is pour,
// peaches are peach.
package lemma

import (
	"strings"
	"sync"

	"github.com/aaaton/golem/v4"
	"github.com/aaaton/golem/v4/dicts/en"
)

// english is the dictionary, read when it is first asked (some 60 ms).
var english = sync.OnceValue(func() *golem.Lemmatizer {
	l, err := golem.New(en.New())
	if err != nil {
		panic(err) // it is compiled in
	}
	return l
})

// kitchen are words that the dictionary does not have.
var kitchen = map[string]string{"veggies": "veggie", "torched": "torch", "torching": "torch"}

// Of is the lemma of one English word, in lower case; a word that is not known is its own.
func Of(word string) string {
	word = strings.ToLower(word)
	if l, ok := kitchen[word]; ok {
		return l
	}
	return english().Lemma(word)
}

// Singular is a noun's singular: its lemma where it may be a plural, else the word itself (a
// dressing is not a dress).
func Singular(noun string) string {
	if !strings.HasSuffix(noun, "s") || strings.HasSuffix(noun, "ss") {
		return noun
	}
	return Of(noun)
}
