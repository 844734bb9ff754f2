package people

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// What is common, one's own name, keys in a row or the same again is refused; words that have nothing to do with one another, and
// what a machine made up, are taken.
func TestPasswordsThatAreGuessedAreRefused(t *testing.T) {
	against := func(password string) int {
		return len(checkPassword("password", password, "wren@loft.example", "Wren Pellow", "figladder"))
	}
	for _, p := range []string{"short one", "password password", "Password password!", "wren wren wren", "wren pellow", "wren@loft.example", "figladder figladder", "0wner 0wner", "owner owner1", "aaaaaaaaaa", "qwertyuiop", "1234512345"} {
		assert.Equal(t, 1, against(p), p)
	}
	for _, p := range []string{"four plain words", "quinces keep in straw", "tin tin drum beetle", "hT7-qqe-9zP-vvm", "bb8f1c0e94d2a7"} {
		assert.Zero(t, against(p), p)
	}
	assert.Equal(t, "Wren -1", once("Wren wren-1WREN"))
}
