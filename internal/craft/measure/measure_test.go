package measure

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
)

func TestShown(t *testing.T) {
	for want, q := range map[string]Rational{"1 1/2": Ratio(3, 2), "2": Ratio(4, 2), "3/4": Ratio(3, 4), "0": {}, "0.2": Ratio(1, 5), "2 1/3": Ratio(7, 3)} {
		assert.Equal(t, want, q.Shown())
	}
}

func TestRationalGoesThroughJSONExactly(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		q := Ratio(rapid.Int64Range(0, 1e6).Draw(t, "n"), rapid.Int64Range(1, 1e5).Draw(t, "d"))
		b, err := json.Marshal(q)
		require.NoError(t, err)
		var back Rational
		require.NoError(t, json.Unmarshal(b, &back))
		assert.Zero(t, q.Cmp(back))
	})
}

func TestParseRationalRefusesWhatIsNoQuantity(t *testing.T) {
	for _, s := range []string{"", "-1", "1e999999999", "half", "1/0", "0x10", "1234567890123456789"} {
		_, err := ParseRational(s)
		assert.ErrorIs(t, err, ErrNumber, "%q", s)
	}
}

func TestUnits(t *testing.T) {
	for word, want := range map[string]string{"tablespoons": "tbsp", "Tbsp.": "tbsp", "T": "tbsp", "t": "tsp", "Cups": "cup", "sprigs": "sprig", "leaves": "leaf", "KG": "kg", "oz.": "oz"} {
		u, ok := UnitNamed(word)
		assert.True(t, ok, word)
		assert.Equal(t, want, u.Name, word)
	}
	for _, w := range []string{"flour", "x", "", "."} {
		_, ok := UnitNamed(w)
		assert.False(t, ok, w)
	}
	cup, _ := UnitNamed("cup")
	tbsp, _ := UnitNamed("tbsp")
	assert.InEpsilon(t, 16, cup.Base.Float()/tbsp.Base.Float(), 1e-4)
}

func TestMixedNumbers(t *testing.T) {
	for text, want := range map[string]Rational{"1 1/2": Ratio(3, 2), "2": Ratio(2, 1), " 10 3/4 ": Ratio(43, 4), "0.25": Ratio(1, 4)} {
		got, err := ParseRational(text)
		require.NoError(t, err, text)
		assert.Zero(t, want.Cmp(got), text)
	}
	for _, text := range []string{"1 2", "1/2 1/2", "1 x", "1 1/0", "a 1/2"} {
		_, err := ParseRational(text)
		assert.ErrorIs(t, err, ErrNumber, text)
	}
}
