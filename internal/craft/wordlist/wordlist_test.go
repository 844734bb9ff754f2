package wordlist

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestListsFindWholeWordsOfAllTheirRows(t *testing.T) {
	l := Lists("list\twords\tsource\n# what grows\nfruit\tpears?|quinces?\tour own\n\nfruit\tstar anise\thandbook D1\nleaf\tdill\tour own\n")
	assert.Len(t, l, 2)
	assert.Equal(t, "Pears", l["fruit"].FindString("two Pears, sliced"))
	assert.Equal(t, "star anise", l["fruit"].FindString("a star anise"))
	assert.False(t, l["fruit"].MatchString("spears"))
	assert.False(t, l["leaf"].MatchString("dilled"))
	assert.Nil(t, Words(""))
}

func TestATableWithoutASourceIsAFault(t *testing.T) {
	assert.PanicsWithValue(t, "line 2 has no source: fruit\tpears?\t", func() { Rows("list\twords\tsource\nfruit\tpears?\t") })
	assert.PanicsWithValue(t, "line 3 has 2 columns, not 3: leaf\tdill", func() { Rows("list\twords\tsource\nfruit\tpears?\tx\nleaf\tdill") })
}
