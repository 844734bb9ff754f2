package sidecar

import (
	"bytes"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var said = Doc{Title: "Sloe & tonic <cold>", Caption: "A tall glass, lit from behind", Alt: "A tall dark drink on slate", Creator: "Maud Pellow", Rights: "© 2026 Maud Pellow", Usage: "For the menu only",
	Frame: "01a2", SHA256: strings.Repeat("ab", 32), Shot: "Sloe and tonic", Mark: "short list", Kept: "yes"}

const stamp = "2026-12-05T12:00:00Z"

func TestWhatIsWrittenIsRead(t *testing.T) {
	packet, err := Write(nil, said, stamp)
	require.NoError(t, err)
	back, err := Read(packet)
	require.NoError(t, err)
	assert.Equal(t, said, back)
	again, err := Write(packet, said, stamp)
	require.NoError(t, err)
	assert.Equal(t, string(packet), string(again), "written again it is the same")
}

// Two readers of Debian's find what was written; what each of them writes besides stays when it is written again.
func TestOthersReadItAndWhatTheyWriteStays(t *testing.T) {
	path := filepath.Join(t.TempDir(), "frame.xmp")
	packet, err := Write(nil, said, stamp)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(path, packet, 0o600))
	run := func(name string, args ...string) string {
		out, err := exec.CommandContext(t.Context(), name, args...).CombinedOutput()
		require.NoError(t, err, "%s", out)
		return string(out)
	}
	got := run("exiftool", "-s3", "-XMP-dc:Title", "-XMP-dc:Description", "-XMP-dc:Creator", "-XMP-dc:Rights", "-XMP-xmpRights:UsageTerms", "-XMP-iptcCore:AltTextAccessibility", "-XMP-figladder:Mark", path)
	for _, v := range []string{said.Title, said.Caption, said.Creator, said.Rights, said.Usage, said.Alt, said.Mark} {
		assert.Contains(t, got, v)
	}
	assert.Contains(t, run("exiv2", "-px", "-g", "Xmp.dc", path), said.Title)

	run("exiftool", "-q", "-overwrite_original", "-XMP-dc:Subject=drinks", "-XMP-dc:Subject+=winter", "-XMP-dc:Title=Changed elsewhere", "-XMP-xmp:Rating=3", path)
	edited, err := os.ReadFile(path)
	require.NoError(t, err)
	back, err := Read(edited)
	require.NoError(t, err)
	assert.Equal(t, "Changed elsewhere", back.Title)
	assert.Equal(t, said.Mark, back.Mark, "what is ours was kept there")
	out, err := Write(edited, Doc{Mark: "beside"}, stamp)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(path, out, 0o600))
	got = run("exiftool", "-s3", "-XMP-dc:Subject", "-XMP-dc:Title", "-XMP-xmp:Rating", "-XMP-figladder:Mark", path)
	for _, v := range []string{"drinks, winter", "Changed elsewhere", "3", "beside"} {
		assert.Contains(t, got, v)
	}
	run("exiv2", "-M", "set Xmp.dc.source XmpText the market", path)
	edited, err = os.ReadFile(path)
	require.NoError(t, err)
	out, err = Write(edited, Doc{Caption: "Again"}, stamp)
	require.NoError(t, err)
	assert.Contains(t, string(out), "the market")
	back, err = Read(out)
	require.NoError(t, err)
	assert.Equal(t, []string{"Again", "beside"}, []string{back.Caption, back.Mark})
}

func TestWhatIsNoXMPIsSaid(t *testing.T) {
	for _, bad := range [][]byte{nil, []byte("words"), []byte("<a><b/></a>"), []byte("<x:xmpmeta xmlns:x='adobe:ns:meta/'>"), bytes.Repeat([]byte("<a>"), 10000), make([]byte, MostBytes+1)} {
		_, err := Read(bad)
		require.ErrorIs(t, err, ErrNone)
	}
	_, err := Write([]byte("words"), said, stamp)
	require.ErrorIs(t, err, ErrNone)
}

func FuzzRead(f *testing.F) {
	packet, _ := Write(nil, said, stamp)
	f.Add(packet)
	f.Fuzz(func(t *testing.T, data []byte) {
		if _, err := Read(data); err != nil {
			return
		}
		out, err := Write(data, said, stamp)
		require.NoError(t, err)
		back, err := Read(out)
		require.NoError(t, err)
		assert.Equal(t, said.Mark, back.Mark)
	})
}
