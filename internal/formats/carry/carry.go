// Package carry puts a colour profile and an XMP packet into PNG files (PNG 3rd edition, 11.3.2.3 and 11.3.3.4) and WebP files
// (RFC 9649). A JPEG has its own in icc and xmp.
package carry

import (
	"bytes"
	"compress/zlib"
	"encoding/binary"
	"errors"
	"hash/crc32"
)

// ErrNotSuch is returned for bytes that are not a file of the kind that was said.
var ErrNotSuch = errors.New("not a picture file of that kind")

const signature = "\x89PNG\r\n\x1a\n"

// headLength is how long a PNG is up to the end of its first chunk.
const headLength = len(signature) + 4 + 4 + 13 + 4

// PNG returns the file with a profile and a packet after its head.
func PNG(file, profile, packet []byte) ([]byte, error) {
	if len(file) < headLength || string(file[:len(signature)]) != signature {
		return nil, ErrNotSuch
	}
	var packed bytes.Buffer
	packed.WriteString("sRGB\x00\x00") // its name, deflated
	z := zlib.NewWriter(&packed)
	if _, err := z.Write(profile); err != nil {
		return nil, err
	}
	if err := z.Close(); err != nil {
		return nil, err
	}
	out := append([]byte{}, file[:headLength]...)
	out = chunk(out, "iCCP", packed.Bytes())
	out = chunk(out, "iTXt", append([]byte("XML:com.adobe.xmp\x00\x00\x00\x00\x00"), packet...))
	return append(out, file[headLength:]...), nil
}

func chunk(out []byte, name string, data []byte) []byte {
	out = binary.BigEndian.AppendUint32(out, uint32(len(data)))
	at := len(out)
	out = append(append(out, name...), data...)
	return binary.BigEndian.AppendUint32(out, crc32.ChecksumIEEE(out[at:]))
}

// What a WebP says of what it has.
const (
	hasProfile = 0x20
	hasAlpha   = 0x10
	hasXMP     = 0x04
)

// WebP returns the file of so many pixels with a profile and a packet in it.
func WebP(file []byte, width, height int, profile, packet []byte) ([]byte, error) {
	if len(file) < 20 || string(file[:4]) != "RIFF" || string(file[8:12]) != "WEBP" || width < 1 || height < 1 || width > 1<<24 || height > 1<<24 {
		return nil, ErrNotSuch
	}
	flags := byte(hasProfile | hasXMP)
	var pictures []byte
	for at := 12; at+8 <= len(file); {
		name, size := string(file[at:at+4]), int(binary.LittleEndian.Uint32(file[at+4:]))
		end := at + 8 + size + size%2
		if size < 0 || at+8+size > len(file) {
			return nil, ErrNotSuch
		}
		switch name {
		case "VP8X":
			flags |= file[at+8] & hasAlpha
		case "ICCP", "XMP ", "EXIF": // made anew, or of another file
		default:
			pictures = append(pictures, file[at:min(end, len(file))]...)
		}
		at = end
	}
	if len(pictures) == 0 {
		return nil, ErrNotSuch
	}
	head := make([]byte, 10)
	head[0] = flags
	for i, v := range []int{width - 1, height - 1} {
		head[4+3*i], head[5+3*i], head[6+3*i] = byte(v), byte(v>>8), byte(v>>16)
	}
	body := riff([]byte("WEBP"), "VP8X", head)
	body = riff(body, "ICCP", profile)
	body = append(body, pictures...)
	body = riff(body, "XMP ", packet)
	out := binary.LittleEndian.AppendUint32([]byte("RIFF"), uint32(len(body)))
	return append(out, body...), nil
}

func riff(out []byte, name string, data []byte) []byte {
	out = binary.LittleEndian.AppendUint32(append(out, name...), uint32(len(data)))
	out = append(out, data...)
	if len(data)%2 == 1 {
		out = append(out, 0)
	}
	return out
}
