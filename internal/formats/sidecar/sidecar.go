// Package sidecar reads and writes what lies beside a picture as an XMP packet of its own (ISO 16684-1): title, caption,
// who made it, rights, alt text, and, in a namespace of our own, how far it has come in choosing. What other software has
// put into a packet stays in it.
package sidecar

import (
	"errors"
	"fmt"
	"strings"

	"github.com/beevik/etree"
)

// Doc is what is said of a picture. Empty says nothing: what a packet has of it is left as it is.
type Doc struct {
	Title   string
	Caption string
	Alt     string // for who cannot see it (IPTC Photo Metadata Standard 2023.2)
	Creator string
	Rights  string
	Usage   string // terms of use (xmpRights:UsageTerms)

	// Of our own.
	Frame  string // key of the frame
	SHA256 string // of the file
	Shot   string // what its shot is called
	Mark   string // how far it has come in choosing
	Kept   string // "yes" for the one of its shot
}

// Own is the namespace in which what is ours stands.
const Own = "https://figladder.example/ns/frame/1.0/"

// Namespaces of the others.
const (
	nsRDF    = "http://www.w3.org/1999/02/22-rdf-syntax-ns#"
	nsDC     = "http://purl.org/dc/elements/1.1/"
	nsXMP    = "http://ns.adobe.com/xap/1.0/"
	nsRights = "http://ns.adobe.com/xap/1.0/rights/"
	nsIPTC   = "http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"
)

// MostBytes is the largest packet that is read.
const MostBytes = 4 << 20

// ErrNone is returned for what is no XMP packet.
var ErrNone = errors.New("this is no XMP")

// field is one property and where it stands in a Doc.
type field struct {
	ns, prefix, name string
	how              string // alt, seq or text
	of               func(*Doc) *string
}

var fields = []field{
	{nsDC, "dc", "title", "alt", func(d *Doc) *string { return &d.Title }},
	{nsDC, "dc", "description", "alt", func(d *Doc) *string { return &d.Caption }},
	{nsIPTC, "Iptc4xmpCore", "AltTextAccessibility", "alt", func(d *Doc) *string { return &d.Alt }},
	{nsDC, "dc", "creator", "seq", func(d *Doc) *string { return &d.Creator }},
	{nsDC, "dc", "rights", "alt", func(d *Doc) *string { return &d.Rights }},
	{nsRights, "xmpRights", "UsageTerms", "alt", func(d *Doc) *string { return &d.Usage }},
	{Own, "figladder", "Frame", "text", func(d *Doc) *string { return &d.Frame }},
	{Own, "figladder", "SHA256", "text", func(d *Doc) *string { return &d.SHA256 }},
	{Own, "figladder", "Shot", "text", func(d *Doc) *string { return &d.Shot }},
	{Own, "figladder", "Mark", "text", func(d *Doc) *string { return &d.Mark }},
	{Own, "figladder", "Kept", "text", func(d *Doc) *string { return &d.Kept }},
}

// open parses a packet and finds its descriptions.
func open(packet []byte) (*etree.Document, []*etree.Element, error) {
	if len(packet) > MostBytes {
		return nil, nil, fmt.Errorf("%w: it is larger than %d MB", ErrNone, MostBytes>>20)
	}
	doc := etree.NewDocument()
	doc.ReadSettings.PreserveCData = true
	if err := doc.ReadFromBytes(packet); err != nil {
		return nil, nil, fmt.Errorf("%w: %w", ErrNone, err)
	}
	var rdf *etree.Element
	var find func(*etree.Element, int)
	find = func(e *etree.Element, deep int) {
		if e.Tag == "RDF" && e.NamespaceURI() == nsRDF {
			rdf = e
		}
		for _, c := range e.ChildElements() {
			if rdf == nil && deep < 8 {
				find(c, deep+1)
			}
		}
	}
	find(&doc.Element, 0)
	if rdf == nil {
		return nil, nil, ErrNone
	}
	var all []*etree.Element
	for _, e := range rdf.ChildElements() {
		if e.Tag == "Description" && e.NamespaceURI() == nsRDF {
			all = append(all, e)
		}
	}
	if len(all) == 0 {
		all = append(all, rdf.CreateElement(rdf.Space+":Description"))
		all[0].CreateAttr(rdf.Space+":about", "")
	}
	return doc, all, nil
}

// find is a property as an element of a description, or as its attribute.
func (f field) find(all []*etree.Element) (*etree.Element, *etree.Element, *etree.Attr) {
	for _, d := range all {
		for _, c := range d.ChildElements() {
			if c.Tag == f.name && c.NamespaceURI() == f.ns {
				return d, c, nil
			}
		}
		for i := range d.Attr {
			if a := &d.Attr[i]; a.Key == f.name && a.NamespaceURI() == f.ns {
				return d, nil, a
			}
		}
	}
	return nil, nil, nil
}

// Read reads a packet.
func Read(packet []byte) (Doc, error) {
	var out Doc
	_, all, err := open(packet)
	if err != nil {
		return out, err
	}
	for _, f := range fields {
		_, e, a := f.find(all)
		switch {
		case a != nil:
			*f.of(&out) = strings.TrimSpace(a.Value)
		case e != nil:
			*f.of(&out) = valueOf(e)
		}
	}
	return out, nil
}

// valueOf is an element's text: that of its default language, or of all its items.
func valueOf(e *etree.Element) string {
	list := e.ChildElements()
	if len(list) == 0 {
		return strings.TrimSpace(e.Text())
	}
	var texts []string
	for _, li := range list[0].ChildElements() {
		t := strings.TrimSpace(li.Text())
		if li.SelectAttrValue("xml:lang", "") == "x-default" && t != "" {
			return t
		}
		if t != "" {
			texts = append(texts, t)
		}
	}
	if list[0].Tag == "Alt" && len(texts) > 0 {
		return texts[0]
	}
	return strings.Join(texts, ", ")
}

// empty is a packet that says nothing.
const empty = "<?xpacket begin=\"\ufeff\" id=\"W5M0MpCehiHzreSzNTczkc9d\"?>\n" +
	`<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="` + nsRDF + `"><rdf:Description rdf:about=""/></rdf:RDF></x:xmpmeta>` + "\n<?xpacket end=\"w\"?>"

// Write puts a document into a packet, or into a new one for none: what it says takes the place of what stood there of
// the same, everything else stays. stamp is when, as RFC 3339 has it.
func Write(packet []byte, d Doc, stamp string) ([]byte, error) {
	if len(packet) == 0 {
		packet = []byte(empty)
	}
	doc, all, err := open(packet)
	if err != nil {
		return nil, err
	}
	rdf := all[0].Parent().Space
	for _, f := range append(fields, field{nsXMP, "xmp", "MetadataDate", "text", func(*Doc) *string { return &stamp }}) {
		v := *f.of(&d)
		if v == "" {
			continue
		}
		in, e, a := f.find(all)
		if a != nil { // told as an attribute, it stays one where that can hold it
			if f.how == "text" {
				a.Value = v
				continue
			}
			in.RemoveAttr(a.FullKey())
			e = nil
		}
		if e == nil {
			if in == nil {
				in = all[0]
			}
			e = in.CreateElement(prefixFor(in, f) + ":" + f.name)
		}
		put(e, rdf, f.how, v)
	}
	return doc.WriteToBytes()
}

// prefixFor is the prefix that a namespace has where an element stands; one is told there when it has none.
func prefixFor(e *etree.Element, f field) string {
	for at := e; at != nil; at = at.Parent() {
		for _, a := range at.Attr {
			if a.Space == "xmlns" && a.Value == f.ns {
				return a.Key
			}
		}
	}
	e.CreateAttr("xmlns:"+f.prefix, f.ns)
	return f.prefix
}

// put writes a value into a property: in its default language, as the one of a list, or as text. Other languages stay.
func put(e *etree.Element, rdf, how, v string) {
	if how == "text" {
		e.SetText(v)
		return
	}
	kind := map[string]string{"alt": "Alt", "seq": "Seq"}[how]
	list := e.SelectElement(rdf + ":" + kind)
	if list == nil {
		for _, c := range e.ChildElements() {
			e.RemoveChild(c)
		}
		e.SetText("")
		list = e.CreateElement(rdf + ":" + kind)
	}
	if how == "seq" {
		for _, c := range list.ChildElements() {
			list.RemoveChild(c)
		}
		list.CreateElement(rdf + ":li").SetText(v)
		return
	}
	for _, li := range list.ChildElements() {
		if li.SelectAttrValue("xml:lang", "") == "x-default" {
			li.SetText(v)
			return
		}
	}
	li := list.CreateElement(rdf + ":li")
	li.CreateAttr("xml:lang", "x-default")
	li.SetText(v)
}
