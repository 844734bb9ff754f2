// Package xmp writes what goes out with a picture into the JPEG as an XMP packet
// (ISO 16684-1; IPTC Photo Metadata Standard 2023.2 for the alt text).
package xmp

import (
	"bytes"
	"encoding/xml"
	"time"

	"figladder/internal/formats/exif"
	"figladder/internal/formats/jpegseg"
)

// Words is what is written.
type Words struct {
	Title   string
	Caption string
	Alt     string
	Credit  string
	At      time.Time // when the cut was made

	Document string // which document the file is, so that what is made of it can be known again; empty for none
}

// creditLine is the namespace in which the IPTC standard keeps the credit line.
const creditLine = "http://ns.adobe.com/photoshop/1.0/"

// Header begins the payload of an XMP segment.
const Header = "http://ns.adobe.com/xap/1.0/\x00"

// Write returns the JPEG with the XMP packet after its Exif.
func Write(jpeg []byte, w Words) ([]byte, error) {
	return jpegseg.Insert(jpeg, append([]byte(Header), Packet(w)...), exif.Header)
}

// Packet is the XMP packet by itself.
func Packet(w Words) []byte {
	var b bytes.Buffer
	b.WriteString("<?xpacket begin=\"\ufeff\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n" +
		`<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">` +
		`<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:line="` + creditLine + `"` +
		` xmlns:xmp="http://ns.adobe.com/xap/1.0/" xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/">`)
	alt := func(name, text string) {
		if text == "" {
			return
		}
		b.WriteString("<" + name + `><rdf:Alt><rdf:li xml:lang="x-default">`)
		_ = xml.EscapeText(&b, []byte(text))
		b.WriteString("</rdf:li></rdf:Alt></" + name + ">")
	}
	alt("dc:title", w.Title)
	alt("dc:description", w.Caption)
	alt("Iptc4xmpCore:AltTextAccessibility", w.Alt)
	if w.Credit != "" {
		b.WriteString("<dc:creator><rdf:Seq><rdf:li>")
		_ = xml.EscapeText(&b, []byte(w.Credit))
		b.WriteString("</rdf:li></rdf:Seq></dc:creator><line:Credit>")
		_ = xml.EscapeText(&b, []byte(w.Credit))
		b.WriteString("</line:Credit>")
	}
	if w.Document != "" {
		for _, name := range []string{"mm:DocumentID", "mm:OriginalDocumentID"} {
			b.WriteString("<" + name + ` xmlns:mm="http://ns.adobe.com/xap/1.0/mm/">`)
			_ = xml.EscapeText(&b, []byte(w.Document))
			b.WriteString("</" + name + ">")
		}
	}
	if !w.At.IsZero() {
		b.WriteString("<xmp:MetadataDate>" + w.At.Format(time.RFC3339) + "</xmp:MetadataDate>")
	}
	b.WriteString("</rdf:Description></rdf:RDF></x:xmpmeta>\n<?xpacket end=\"w\"?>")
	return b.Bytes()
}
