package photos

import (
	"bytes"
	"encoding/binary"
	"errors"
	"fmt"
	"hash/crc32"
)

// Stripped gives a photograph as it is, pixel for pixel, without what was written into it: of all that it may carry, only how its pixels are to
// be read (its colour profile) and how it is turned upright stay.
func (Darkroom) Stripped(b []byte) ([]byte, error) {
	f, _, err := bounded(b)
	if err != nil {
		return nil, err
	}
	t := notesOf(b, f).turn
	switch f.kind {
	case "image/jpeg":
		return strippedJPEG(b, t)
	case "image/png":
		return strippedPNG(b, t)
	}
	return strippedWebP(b, t)
}

// orientation is an EXIF block that says how a picture is turned upright and nothing else (TIFF 6.0, one entry: tag 0x0112, a SHORT).
func (t turn) orientation() []byte {
	return []byte{'M', 'M', 0, 42, 0, 0, 0, 8, 0, 1, 0x01, 0x12, 0, 3, 0, 0, 0, 1, 0, byte(t), 0, 0, 0, 0, 0, 0}
}

var errBroken = errors.New("the photograph is broken off in the middle")

// strippedJPEG drops the segments that hold no picture (ITU-T T.81, annex B): APP1, APP3 to APP13, APP15 and comments. JFIF (APP0), the colour
// profile (APP2) and Adobe's colour transform (APP14) say how its pixels are read.
func strippedJPEG(b []byte, t turn) ([]byte, error) {
	var out bytes.Buffer
	out.Write(b[:2])
	if t > 1 {
		head := append([]byte("Exif\x00\x00"), t.orientation()...)
		out.Write([]byte{0xff, 0xe1})
		_ = binary.Write(&out, binary.BigEndian, uint16(len(head)+2)) // a buffer takes all
		out.Write(head)
	}
	for at := 2; ; {
		if at+2 > len(b) || b[at] != 0xff {
			return nil, errBroken
		}
		mark := b[at+1]
		if mark == 0xff { // fill
			at++
			continue
		}
		if mark == 0xd9 { // the end of the picture: what a camera hung on behind it is dropped
			out.Write(b[at : at+2])
			return out.Bytes(), nil
		}
		if at+4 > len(b) {
			return nil, errBroken
		}
		end := at + 2 + int(binary.BigEndian.Uint16(b[at+2:]))
		if end > len(b) {
			return nil, errBroken
		}
		app := mark >= 0xe0 && mark <= 0xef
		profile := mark == 0xe2 && bytes.HasPrefix(b[at+4:end], []byte("ICC_PROFILE\x00"))
		if (!app || mark == 0xe0 || mark == 0xee || profile) && mark != 0xfe {
			out.Write(b[at:end])
		}
		if mark == 0xda { // behind a scan's head its picture: to the next mark that is no part of it
			from := end
			for end+1 < len(b) && (b[end] != 0xff || b[end+1] == 0 || b[end+1] == 0xff || b[end+1]&^7 == 0xd0) {
				end++
			}
			out.Write(b[from:end])
		}
		at = end
	}
}

// kept are the chunks of a PNG that say how its pixels are read (ISO/IEC 15948); all others are dropped.
var kept = map[string]bool{"IHDR": true, "PLTE": true, "IDAT": true, "IEND": true, "tRNS": true, "gAMA": true, "cHRM": true, "sRGB": true, "iCCP": true, "sBIT": true}

func strippedPNG(b []byte, t turn) ([]byte, error) {
	var out bytes.Buffer
	out.Write(b[:8])
	for at := 8; ; {
		if at+12 > len(b) {
			return nil, errBroken
		}
		size := int(binary.BigEndian.Uint32(b[at:]))
		if size < 0 || size > len(b)-at-12 {
			return nil, errBroken
		}
		name, end := string(b[at+4:at+8]), at+12+size
		if kept[name] {
			out.Write(b[at:end])
		}
		if name == "IHDR" && t > 1 {
			body := append([]byte("eXIf"), t.orientation()...)
			_ = binary.Write(&out, binary.BigEndian, uint32(len(body)-4)) // a buffer takes all
			out.Write(body)
			_ = binary.Write(&out, binary.BigEndian, crc32.ChecksumIEEE(body))
		}
		if name == "IEND" {
			return out.Bytes(), nil
		}
		at = end
	}
}

// The flags of a WebP's VP8X chunk that say that EXIF and XMP follow (RFC 9649, 2.7.1).
const webpEXIF, webpXMP = 0x08, 0x04

func strippedWebP(b []byte, t turn) ([]byte, error) {
	var out bytes.Buffer
	out.Write(b[:12])
	flags := -1
	for at := 12; at+8 <= len(b); {
		size := int(binary.LittleEndian.Uint32(b[at+4:]))
		if size < 0 || size > len(b)-at-8 {
			return nil, errBroken
		}
		name, end := string(b[at:at+4]), min(at+8+size+size%2, len(b))
		switch name {
		case "VP8X":
			flags = out.Len() + 8
			out.Write(b[at:end])
		case "VP8 ", "VP8L", "ALPH", "ICCP", "ANIM", "ANMF":
			out.Write(b[at:end])
		}
		at = end
	}
	file := out.Bytes()
	if flags >= 0 {
		file[flags] &^= webpEXIF | webpXMP
		if t > 1 {
			file[flags] |= webpEXIF
			tail := t.orientation()
			file = binary.LittleEndian.AppendUint32(append(file, "EXIF"...), uint32(len(tail)))
			file = append(file, tail...)
		}
	}
	if uint64(len(file)) > 1<<32-1 {
		return nil, fmt.Errorf("the photograph has %d bytes", len(file))
	}
	binary.LittleEndian.PutUint32(file[4:], uint32(len(file)-8))
	return file, nil
}
