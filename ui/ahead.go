package ui

import (
	"encoding/json"
	"io/fs"
	"slices"
	"strings"
)

// chunk is a file of the built page as vite's manifest tells of it.
type chunk struct {
	File    string   `json:"file"`
	Imports []string `json:"imports"`
}

// screens holds for each screen ("set" for SetScreen.vue) the files that its code is in beside
// those that the page names itself. Without a manifest there are none: nothing is then asked
// for ahead.
func screens(files fs.FS) map[string][]string {
	data, err := fs.ReadFile(files, "manifest.json")
	if err != nil {
		return nil
	}
	var all map[string]chunk
	if json.Unmarshal(data, &all) != nil {
		return nil
	}
	var walk func(key string, into []string) []string
	walk = func(key string, into []string) []string {
		if slices.Contains(into, all[key].File) {
			return into
		}
		into = append(into, all[key].File)
		for _, k := range all[key].Imports {
			into = walk(k, into)
		}
		return into
	}
	named := walk("index.html", nil)
	found := map[string][]string{}
	for key := range all {
		name, is := strings.CutSuffix(key, "Screen.vue")
		if !is {
			continue
		}
		own := slices.DeleteFunc(walk(key, nil), func(f string) bool { return slices.Contains(named, f) })
		found[strings.ToLower(name[strings.LastIndexByte(name, '/')+1:])] = own
	}
	return found
}

// typefaces are the page's own, in the letters that every screen has: with them at hand the
// words are laid out once, not in another face first.
func typefaces(files fs.FS) []string {
	found, _ := fs.Glob(files, "assets/*-latin-[w45]*.woff2") // the pattern is well formed
	return found
}

// ahead tells the browser, in a Link header, what the screen at an address will ask for, so
// that it comes while the page's own code is read (on a slow machine half a second).
func ahead(typefaces []string, screens map[string][]string, address string) string {
	links := []string{`</api/start>; rel=preload; as=fetch; crossorigin`}
	for _, f := range typefaces {
		links = append(links, "</"+f+">; rel=preload; as=font; crossorigin")
	}
	at := strings.Split(address, "/")
	if address == "/" {
		at = []string{"home"}
	}
	for _, part := range slices.Backward(at) {
		if files, is := screens[part]; is {
			for _, f := range files {
				links = append(links, "</"+f+">; rel=modulepreload")
			}
			break
		}
	}
	return strings.Join(links, ", ")
}
