// Package jpegseg puts application segments into JPEG files (ITU-T T.81, annex B;
// CIPA DC-008 for the order: Exif first, then XMP).
package jpegseg

import (
	"errors"
	"fmt"
)

// ErrNotJPEG is returned for bytes that do not begin as a JPEG does.
var ErrNotJPEG = errors.New("not a JPEG file")

// ErrTooLong is returned for a payload over 65,533 bytes.
var ErrTooLong = errors.New("segment too long")

// Insert returns the JPEG with an APP1 segment of the payload added after the
// segments already at its head whose payload begins with one of the given
// prefixes, so that the order of segments can be kept.
func Insert(jpeg, payload []byte, after ...string) ([]byte, error) {
	if len(jpeg) < 4 || jpeg[0] != 0xFF || jpeg[1] != 0xD8 {
		return nil, ErrNotJPEG
	}
	if len(payload) > 65533 {
		return nil, fmt.Errorf("%w: %d bytes", ErrTooLong, len(payload))
	}
	at := 2
	for at+4 <= len(jpeg) && jpeg[at] == 0xFF && jpeg[at+1] == 0xE1 {
		size := int(jpeg[at+2])<<8 | int(jpeg[at+3])
		if at+2+size > len(jpeg) || !begins(jpeg[at+4:at+2+size], after) {
			break
		}
		at += 2 + size
	}
	n := len(payload) + 2
	out := make([]byte, 0, len(jpeg)+len(payload)+4)
	out = append(out, jpeg[:at]...)
	out = append(out, 0xFF, 0xE1, byte(n>>8), byte(n))
	out = append(out, payload...)
	return append(out, jpeg[at:]...), nil
}

func begins(b []byte, prefixes []string) bool {
	for _, p := range prefixes {
		if len(b) >= len(p) && string(b[:len(p)]) == p {
			return true
		}
	}
	return false
}
