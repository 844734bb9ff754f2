package api

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

func TestAPictureIsToldByWhatItIs(t *testing.T) {
	assert.Equal(t, "image/png", kindOf([]byte("\x89PNG\r\n\x1a\n")))
	assert.Equal(t, "image/webp", kindOf([]byte("RIFF\x00\x00\x00\x00WEBPVP8X")))
	assert.Equal(t, "image/jpeg", kindOf([]byte("<html><script>alert(1)</script>")), "never a page")
	assert.Equal(t, "image/jpeg", kindOf(nil))
}
