package people

import (
	"context"
	"crypto/rand"
	"crypto/subtle"
	"encoding/base64"
	"fmt"
	"regexp"
	"strings"
	"sync"

	"figladder/internal/craft/finding"
	"figladder/internal/studio/core"
	"github.com/trustelem/zxcvbn"
	"golang.org/x/crypto/argon2"
	"golang.org/x/sync/semaphore"
)

// argon2id cost: 64 MiB and three passes as in RFC 9106's second choice, in one lane: a
// second core is left to those who are in.
const (
	hashMemoryKiB = 64 * 1024
	hashPasses    = 3
	hashLanes     = 1
)

// oven hashes passwords, one at a time: each takes 64 MiB and a core for a quarter of a
// second, and strangers may ask for any number. The zero value is ready.
type oven struct {
	mu      sync.Mutex
	one     *semaphore.Weighted
	waiting int
}

// mostWaiting is how many passwords may wait to be checked; more are turned away at once.
const mostWaiting = 24

// hash runs f in its turn. ErrCrowd when too many wait.
func (o *oven) hash(ctx context.Context, f func()) error {
	o.mu.Lock()
	if o.one == nil {
		o.one = semaphore.NewWeighted(1)
	}
	if o.waiting >= mostWaiting {
		o.mu.Unlock()
		return &core.CrowdError{AfterS: 3}
	}
	o.waiting++
	o.mu.Unlock()
	defer func() {
		o.mu.Lock()
		o.waiting--
		o.mu.Unlock()
	}()
	if err := o.one.Acquire(ctx, 1); err != nil {
		return err
	}
	defer o.one.Release(1)
	f()
	return nil
}

func hashPassword(password string) string {
	salt := make([]byte, 16)
	_, _ = rand.Read(salt)
	sum := argon2.IDKey([]byte(password), salt, hashPasses, hashMemoryKiB, hashLanes, 32)
	b := base64.RawStdEncoding
	return fmt.Sprintf("$argon2id$v=%d$m=%d,t=%d,p=%d$%s$%s", argon2.Version, hashMemoryKiB, hashPasses, hashLanes, b.EncodeToString(salt), b.EncodeToString(sum))
}

func passwordFits(hash, password string) bool {
	parts := strings.Split(hash, "$")
	if len(parts) != 6 {
		return false
	}
	var m, t uint32
	var p uint8
	if _, err := fmt.Sscanf(parts[3], "m=%d,t=%d,p=%d", &m, &t, &p); err != nil {
		return false
	}
	salt, err1 := base64.RawStdEncoding.DecodeString(parts[4])
	want, err2 := base64.RawStdEncoding.DecodeString(parts[5])
	if err1 != nil || err2 != nil {
		return false
	}
	return subtle.ConstantTimeCompare(want, argon2.IDKey([]byte(password), salt, t, m, p, uint32(len(want)))) == 1
}

// leastStrength is the score that a password must reach, of 0 to 4: 3 stands for more than
// a hundred million guesses (Wheeler, zxcvbn, USENIX Security 2016).
const leastStrength = 3

// checkPassword says what is against a password. own are words that whoever guesses would
// try first: name, address.
func checkPassword(path, password string, own ...string) []finding.FieldProblem {
	if len([]rune(password)) < 10 {
		return []finding.FieldProblem{{Path: path, Words: "Use ten characters or more. Four plain words do well."}}
	}
	var words []string
	for _, w := range own {
		words = append(words, strings.ToLower(w))
		words = append(words, strings.FieldsFunc(strings.ToLower(w), func(r rune) bool { return strings.ContainsRune(" @.-_", r) })...)
	}
	if min(zxcvbn.PasswordStrength(password, words).Score, zxcvbn.PasswordStrength(once(password), words).Score) < leastStrength {
		return []finding.FieldProblem{{Path: path, Words: "That is easily guessed: it is common, repeats itself or follows the keys. Four plain words that have nothing to do with one another do well."}}
	}
	return nil
}

// letters is a run of them that may be a word.
var letters = regexp.MustCompile(`\p{L}{3,}`)

// once is a password without words that it has said before: the same one again after a space makes it longer and not harder to guess.
func once(password string) string {
	said := map[string]bool{}
	return letters.ReplaceAllStringFunc(password, func(w string) string {
		l := strings.ToLower(w)
		if said[l] {
			return ""
		}
		said[l] = true
		return w
	})
}
