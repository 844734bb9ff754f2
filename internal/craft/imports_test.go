// Package craft_test guards the walls of the house.
package craft_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// deps lists what packages import, however indirectly, their tests left out.
func deps(t *testing.T, pattern string) map[string][]string {
	t.Helper()
	out, err := exec.Command("go", "list", "-f", `{{.ImportPath}} {{join .Deps ","}}`, pattern).Output()
	require.NoError(t, err)
	all := map[string][]string{}
	for _, line := range strings.Split(strings.TrimSpace(string(out)), "\n") {
		name, list, _ := strings.Cut(line, " ")
		all[name] = strings.Split(list, ",")
	}
	return all
}

// What a rule of the job must never be able to do: read, write, ask the network,
// or know of a row or a route.
var forbidden = []string{"net", "net/http", "os/exec", "database/sql", "gorm.io/gorm", "github.com/gin-gonic/gin", "figladder/internal/store",
	"figladder/internal/studio", "figladder/internal/api", "figladder/internal/formats", "figladder/internal/standin", "figladder/internal/jobs"}

func TestCraftIsPure(t *testing.T) {
	all := deps(t, "figladder/internal/craft/...")
	require.Greater(t, len(all), 10)
	for name, list := range all {
		for _, d := range list {
			for _, f := range forbidden {
				assert.False(t, d == f || strings.HasPrefix(d, f+"/") && strings.Contains(f, "."), "%s reaches %s", name, d)
				assert.False(t, strings.HasPrefix(f, "figladder/") && (d == f || strings.HasPrefix(d, f+"/")), "%s reaches %s", name, d)
			}
		}
	}
}

// Direct imports and the clock: no file of craft opens files or asks the time.
func TestCraftFilesReadNothingAndAskNoTime(t *testing.T) {
	files := 0
	require.NoError(t, filepath.WalkDir(".", func(path string, d fs.DirEntry, err error) error {
		if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") {
			return err
		}
		files++
		src, err := os.ReadFile(path)
		require.NoError(t, err)
		f, err := parser.ParseFile(token.NewFileSet(), path, src, parser.ImportsOnly)
		require.NoError(t, err)
		for _, i := range f.Imports {
			assert.NotContains(t, []string{`"os"`, `"io/fs"`, `"io"`, `"net"`, `"log"`, `"path/filepath"`}, i.Path.Value, path)
		}
		assert.NotContains(t, string(src), "time.Now", path)
		return nil
	}))
	assert.Greater(t, files, 20)
}

// Flow is one way: no room imports one above it.
func TestNoRoomImportsUpward(t *testing.T) {
	below := map[string][]string{
		"intake":  {"studio", "api", "jobs", "standin", "store", "formats"},
		"store":   {"studio", "api", "jobs", "standin", "formats"},
		"formats": {"studio", "api", "jobs", "standin", "store"},
		"standin": {"studio", "api", "jobs", "store"},
		"studio":  {"api", "jobs", "demo"},
		"jobs":    {"api", "demo"},
		"api":     {"jobs", "demo"},
	}
	for room, above := range below {
		for name, list := range deps(t, "figladder/internal/"+room+"/...") {
			if strings.Contains(name, "storetest") {
				continue
			}
			for _, d := range list {
				for _, a := range above {
					assert.False(t, strings.HasPrefix(d+"/", "figladder/internal/"+a+"/"), "%s reaches up to %s", name, d)
				}
			}
		}
	}
}

// The rooms of the studio, from the ground up; people and brief stand side by side.
var rooms = map[string]int{"core": 0, "people": 1, "brief": 1, "kitchen": 2, "list": 3, "cupboard": 4, "set": 5, "styling": 6, "day": 7, "frames": 8, "finish": 9, "proof": 10, "out": 11, "review": 12, "train": 13, "template": 13, "ladder": 14}

func TestRoomsOfTheStudioImportDownwardOnly(t *testing.T) {
	const studio = "figladder/internal/studio/"
	seen := 0
	for name, list := range deps(t, studio+"...") {
		room, is := strings.CutPrefix(name, studio)
		if !is || room == "studiotest" {
			continue // the studio puts the rooms together; tests stand on the studio
		}
		rank, known := rooms[room]
		require.True(t, known, "%s has no place in the house: give it one here", room)
		seen++
		for _, d := range list {
			if d+"/" == studio {
				t.Errorf("%s reaches up to the studio", room)
			}
			if below, is := strings.CutPrefix(d, studio); is {
				assert.Less(t, rooms[below], rank, "%s reaches %s", room, below)
			}
		}
	}
	assert.Equal(t, len(rooms), seen)
}
