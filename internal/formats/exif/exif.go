// Package exif writes the Exif block of a JPEG (CIPA DC-008, Exif 2.32): the few
// tags that say how a frame was taken.
package exif

import (
	"encoding/binary"
	"math"
	"time"

	"figladder/internal/formats/jpegseg"
)

// Tags is what is written.
type Tags struct {
	FNumber     float64   // f-number set
	Seconds     float64   // shutter time, s
	ISO         int       // sensitivity
	FocalMm     float64   // focal length, mm
	Focal35Mm   float64   // the same on 36 × 24 mm
	TakenAt     time.Time // in the zone of the shoot
	WidthPx     int
	HeightPx    int
	Model       string // the camera, in plain words
	Description string // what the frame shows
}

// Header begins the payload of an Exif segment.
const Header = "Exif\x00\x00"

// Write returns the JPEG with an Exif segment at its head.
func Write(jpeg []byte, t Tags) ([]byte, error) {
	return jpegseg.Insert(jpeg, append([]byte(Header), block(t)...))
}

// Field types of TIFF 6.0.
const (
	ascii     = 2
	short     = 3
	long      = 4
	rational  = 5
	undefined = 7
)

type entry struct {
	tag, kind uint16
	count     uint32
	data      []byte
}

var order = binary.BigEndian

func shortOf(tag uint16, v int) entry {
	return entry{tag, short, 1, order.AppendUint16(nil, uint16(min(v, 65535)))}
}

func longOf(tag uint16, v int) entry { return entry{tag, long, 1, order.AppendUint32(nil, uint32(v))} }

func textOf(tag uint16, s string) entry {
	b := append([]byte(s), 0)
	return entry{tag, ascii, uint32(len(b)), b}
}

func rationalOf(tag uint16, n, d uint32) entry {
	return entry{tag, rational, 1, order.AppendUint32(order.AppendUint32(nil, n), d)}
}

// decimal writes v with three decimals.
func decimal(tag uint16, v float64) entry {
	return rationalOf(tag, uint32(math.Round(v*1000)), 1000)
}

// shutter writes 1/n for short times, as cameras do.
func shutter(tag uint16, s float64) entry {
	if s < 0.35 && s > 0 {
		return rationalOf(tag, 1, uint32(math.Round(1/s)))
	}
	return rationalOf(tag, uint32(math.Round(s*10)), 10)
}

func block(t Tags) []byte {
	when := t.TakenAt.Format("2006:01:02 15:04:05")
	// The pixels are stored the way the picture is seen, so Orientation is 1 for
	// both; a portrait frame is told by its sizes.
	first := []entry{
		textOf(0x010E, plain(t.Description)), textOf(0x0110, plain(t.Model)), shortOf(0x0112, 1),
		rationalOf(0x011A, 300, 1), rationalOf(0x011B, 300, 1), shortOf(0x0128, 2),
		textOf(0x0132, when), {0x8769, long, 1, make([]byte, 4)},
	}
	sub := []entry{
		shutter(0x829A, t.Seconds), decimal(0x829D, t.FNumber), shortOf(0x8827, t.ISO),
		{0x9000, undefined, 4, []byte("0232")}, textOf(0x9003, when), textOf(0x9004, when), textOf(0x9011, t.TakenAt.Format("-07:00")),
		decimal(0x920A, t.FocalMm), shortOf(0xA001, 1), longOf(0xA002, t.WidthPx), longOf(0xA003, t.HeightPx),
		shortOf(0xA405, int(math.Round(t.Focal35Mm))),
	}
	const head = 8
	at := head + size(first)
	order.PutUint32(first[len(first)-1].data, uint32(at))
	out := []byte("MM\x00\x2a\x00\x00\x00\x08")
	out = directory(out, first)
	return directory(out, sub)
}

// size is the length of a directory with its data.
func size(es []entry) int {
	n := 2 + 12*len(es) + 4
	for _, e := range es {
		if len(e.data) > 4 {
			n += len(e.data) + len(e.data)%2
		}
	}
	return n
}

func directory(out []byte, es []entry) []byte {
	at := len(out) + 2 + 12*len(es) + 4
	out = order.AppendUint16(out, uint16(len(es)))
	var data []byte
	for _, e := range es {
		out = order.AppendUint16(out, e.tag)
		out = order.AppendUint16(out, e.kind)
		out = order.AppendUint32(out, e.count)
		if len(e.data) <= 4 {
			out = append(out, append(append([]byte{}, e.data...), make([]byte, 4-len(e.data))...)...)
			continue
		}
		out = order.AppendUint32(out, uint32(at+len(data)))
		data = append(data, e.data...)
		if len(e.data)%2 == 1 {
			data = append(data, 0)
		}
	}
	return append(order.AppendUint32(out, 0), data...)
}

// plain keeps ASCII, which is all that the Exif text type may hold.
func plain(s string) string {
	b := make([]byte, 0, len(s))
	for _, r := range s {
		switch {
		case r >= ' ' && r < 127:
			b = append(b, byte(r))
		case r == '–' || r == '—':
			b = append(b, '-')
		case r == '×':
			b = append(b, 'x')
		}
	}
	return string(b)
}
