package taken

import (
	"bytes"
	"encoding/binary"
	"image/jpeg"
	"io"
)

// Tags of TIFF 6.0 and TIFF/EP (ISO 12234-2) that say where a JPEG lies in a file.
const (
	tagCompression = 0x0103
	tagStrips      = 0x0111
	tagStripBytes  = 0x0117
	tagSubIFDs     = 0x014a
	tagJPEG        = 0x0201
	tagJPEGBytes   = 0x0202
	tagExif        = 0x8769
)

// What is looked through at the most, since a file can point anywhere, in circles too.
const (
	mostFolders = 64
	mostEntries = 512
	mostPreview = 64 << 20
)

// Preview takes out the largest picture that a raw file carries as JPEG, to be shown; nil when there is none. size is the
// file's.
func Preview(r io.ReaderAt, size int64) []byte {
	w := walk{r: r, size: size, seen: map[int64]bool{}}
	head := make([]byte, 8)
	if !w.read(head, 0) {
		return nil
	}
	w.order = binary.ByteOrder(binary.LittleEndian)
	if head[0] == 'M' {
		w.order = binary.BigEndian
	}
	w.folder(int64(w.order.Uint32(head[4:])))
	var best []byte
	most := 0
	for _, p := range w.found {
		if p.bytes < 4 || p.bytes > mostPreview || p.at+p.bytes > size {
			continue
		}
		data := make([]byte, p.bytes)
		if !w.read(data, p.at) || !bytes.HasPrefix(data, []byte("\xff\xd8\xff")) {
			continue
		}
		// Raw data is also a JPEG in some, of a kind that nothing shows: those do not tell their size here.
		if c, err := jpeg.DecodeConfig(bytes.NewReader(data)); err == nil && c.Width*c.Height > most {
			best, most = data, c.Width*c.Height
		}
	}
	return best
}

type stretch struct{ at, bytes int64 }

// walk goes through a TIFF's folders.
type walk struct {
	r       io.ReaderAt
	size    int64
	order   binary.ByteOrder
	seen    map[int64]bool
	folders int
	found   []stretch
}

func (w *walk) read(into []byte, at int64) bool {
	if at < 0 || at+int64(len(into)) > w.size {
		return false
	}
	_, err := w.r.ReadAt(into, at)
	return err == nil
}

// folder reads one and those that follow from it.
func (w *walk) folder(at int64) {
	for at > 0 && !w.seen[at] && w.folders < mostFolders {
		w.seen[at] = true
		w.folders++
		count := make([]byte, 2)
		if !w.read(count, at) {
			return
		}
		n := min(int(w.order.Uint16(count)), mostEntries)
		data := make([]byte, 12*n+4)
		if !w.read(data, at+2) {
			return
		}
		var strip, jpg stretch
		compression := uint32(0)
		for i := range n {
			e := data[12*i:]
			v := w.values(e)
			if len(v) == 0 {
				continue
			}
			switch w.order.Uint16(e) {
			case tagCompression:
				compression = v[0]
			case tagStrips:
				strip.at = int64(v[0])
			case tagStripBytes:
				strip.bytes = int64(v[0])
			case tagJPEG:
				jpg.at = int64(v[0])
			case tagJPEGBytes:
				jpg.bytes = int64(v[0])
			case tagSubIFDs, tagExif:
				for _, sub := range v {
					w.folder(int64(sub))
				}
			}
		}
		if jpg.at > 0 {
			w.found = append(w.found, jpg)
		}
		if strip.at > 0 && (compression == 6 || compression == 7) {
			w.found = append(w.found, strip)
		}
		at = int64(w.order.Uint32(data[12*n:]))
	}
}

// values are an entry's, of those kinds that tell places and sizes; eight at the most.
func (w *walk) values(e []byte) []uint32 {
	width := map[uint16]int{3: 2, 4: 4, 13: 4}[w.order.Uint16(e[2:])]
	if width == 0 {
		return nil
	}
	n := int(min(w.order.Uint32(e[4:]), 8))
	data := e[8:12]
	if total := int64(width) * int64(w.order.Uint32(e[4:])); total > 4 {
		data = make([]byte, n*width)
		if !w.read(data, int64(w.order.Uint32(e[8:]))) {
			return nil
		}
	}
	out := make([]uint32, n)
	for i := range out {
		if width == 2 {
			out[i] = uint32(w.order.Uint16(data[2*i:]))
		} else {
			out[i] = w.order.Uint32(data[4*i:])
		}
	}
	return out
}
