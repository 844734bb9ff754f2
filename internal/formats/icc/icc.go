// Package icc writes the colour profile that pictures go out with: sRGB, as ICC.1:2010 (version 4.3) has a display's, with the
// primaries and the curve of IEC 61966-2-1.
package icc

import (
	"bytes"
	"encoding/binary"
	"errors"
	"math"
	"unicode/utf16"
)

// ErrNotJPEG is returned for bytes that do not begin as a JPEG does.
var ErrNotJPEG = errors.New("not a JPEG file")

// fixed is a number as profiles keep it: sixteen bits before the point and after it.
func fixed(v float64) int32 { return int32(math.Round(v * 65536)) }

// The primaries of sRGB and its white, adapted to D50 by Bradford's matrix (ICC's own sRGB profile; brucelindbloom.com).
var (
	d50     = []float64{0.9642, 1, 0.8249}
	red     = []float64{0.43607, 0.22249, 0.01392}
	green   = []float64{0.38515, 0.71687, 0.09708}
	blue    = []float64{0.14307, 0.06061, 0.71410}
	adapted = []float64{1.04791, 0.02293, -0.05020, 0.02960, 0.99046, -0.01707, -0.00925, 0.01506, 0.75179}
	curve   = []float64{2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045} // g, a, b, c, d of function type 3
)

// SRGB is the profile.
var SRGB = profile()

func profile() []byte {
	tags := []struct {
		name string
		data []byte
	}{
		{"desc", text("sRGB")}, {"cprt", text("No copyright, use freely")}, {"wtpt", numbers("XYZ ", d50)}, {"chad", numbers("sf32", adapted)},
		{"rXYZ", numbers("XYZ ", red)}, {"gXYZ", numbers("XYZ ", green)}, {"bXYZ", numbers("XYZ ", blue)},
		{"rTRC", parametric()}, {"gTRC", nil}, {"bTRC", nil}, // one curve for all three
	}
	var table, data bytes.Buffer
	at := 128 + 4 + 12*len(tags)
	put := func(b *bytes.Buffer, v any) { _ = binary.Write(b, binary.BigEndian, v) }
	put(&table, uint32(len(tags)))
	var offset, size int
	for _, t := range tags {
		if t.data != nil {
			offset, size = at+data.Len(), len(t.data)
			data.Write(t.data)
			for data.Len()%4 != 0 {
				data.WriteByte(0)
			}
		}
		table.WriteString(t.name)
		put(&table, uint32(offset))
		put(&table, uint32(size))
	}
	var out bytes.Buffer
	put(&out, uint32(at+data.Len()))
	out.Write(make([]byte, 4))      // no preferred method
	put(&out, uint32(0x04300000))   // version 4.3
	out.WriteString("mntrRGB XYZ ") // a display, from RGB to XYZ
	for _, v := range []uint16{2026, 1, 1, 0, 0, 0} {
		put(&out, v)
	}
	out.WriteString("acsp")
	out.Write(make([]byte, 24)) // platform, flags, maker, model, attributes
	put(&out, uint32(0))        // perceptual
	for _, v := range d50 {
		put(&out, fixed(v))
	}
	out.Write(make([]byte, 128-out.Len()))
	out.Write(table.Bytes())
	out.Write(data.Bytes())
	return out.Bytes()
}

func numbers(kind string, of []float64) []byte {
	b := append([]byte(kind), 0, 0, 0, 0)
	for _, v := range of {
		b = binary.BigEndian.AppendUint32(b, uint32(fixed(v)))
	}
	return b
}

func parametric() []byte {
	b := append([]byte("para"), 0, 0, 0, 0, 0, 3, 0, 0)
	for _, v := range curve {
		b = binary.BigEndian.AppendUint32(b, uint32(fixed(v)))
	}
	return b
}

// text is a word in English, as multiLocalizedUnicodeType.
func text(s string) []byte {
	words := utf16.Encode([]rune(s))
	b := append([]byte("mluc"), 0, 0, 0, 0)
	for _, v := range []uint32{1, 12} {
		b = binary.BigEndian.AppendUint32(b, v)
	}
	b = append(b, "enUS"...)
	b = binary.BigEndian.AppendUint32(b, uint32(2*len(words)))
	b = binary.BigEndian.AppendUint32(b, 28)
	for _, w := range words {
		b = binary.BigEndian.AppendUint16(b, w)
	}
	return b
}

// header begins the payload of the segment that a JPEG keeps a profile in, the first of one (ICC.1, annex B.4).
const header = "ICC_PROFILE\x00\x01\x01"

// Embed returns the JPEG with the sRGB profile in it, after what its head says of it.
func Embed(jpeg []byte) ([]byte, error) {
	if len(jpeg) < 4 || jpeg[0] != 0xFF || jpeg[1] != 0xD8 {
		return nil, ErrNotJPEG
	}
	at := 2
	for at+4 <= len(jpeg) && jpeg[at] == 0xFF && (jpeg[at+1] == 0xE0 || jpeg[at+1] == 0xE1) {
		at += 2 + int(binary.BigEndian.Uint16(jpeg[at+2:]))
	}
	if at > len(jpeg) {
		return nil, ErrNotJPEG
	}
	payload := append([]byte(header), SRGB...)
	out := make([]byte, 0, len(jpeg)+len(payload)+4)
	out = append(out, jpeg[:at]...)
	out = append(out, 0xFF, 0xE2)
	out = binary.BigEndian.AppendUint16(out, uint16(len(payload)+2))
	out = append(out, payload...)
	return append(out, jpeg[at:]...), nil
}
