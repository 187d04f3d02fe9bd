package photos

import (
	"bytes"
	"strings"
	"time"

	"github.com/bep/imagemeta"
)

// notes is what the camera wrote into a photograph.
type notes struct {
	turn    turn
	taken   string
	located bool
}

// How much of what a camera wrote is read. Common practice; no source.
const (
	mostTags     = 1000
	readingNotes = 2 * time.Second
)

// notesOf reads them; what cannot be read is as if it were not there: nobody's photograph is lost for it.
func notesOf(b []byte, f *format) (n notes) {
	n.turn = 1
	defer func() {
		if recover() != nil {
			n = notes{turn: 1}
		}
	}()
	kinds := map[string]imagemeta.ImageFormat{"image/jpeg": imagemeta.JPEG, "image/png": imagemeta.PNG, "image/webp": imagemeta.WebP}
	var digitized string
	_, _ = imagemeta.Decode(imagemeta.Options{
		R: bytes.NewReader(b), ImageFormat: kinds[f.kind], Sources: imagemeta.EXIF, LimitNumTags: mostTags, Timeout: readingNotes,
		ShouldHandleTag: func(t imagemeta.TagInfo) bool {
			switch t.Tag {
			case "Orientation", "DateTimeOriginal", "DateTimeDigitized", "GPSLatitude", "GPSLongitude":
				return !strings.HasPrefix(t.Namespace, "IFD1") // that is of the small picture inside
			}
			return false
		},
		HandleTag: func(t imagemeta.TagInfo) error {
			switch t.Tag {
			case "Orientation":
				if v, ok := t.Value.(uint16); ok && v >= 1 && v <= 8 {
					n.turn = turn(v)
				}
			case "DateTimeOriginal":
				n.taken = moment(t.Value)
			case "DateTimeDigitized":
				digitized = moment(t.Value)
			default:
				n.located = true
			}
			return nil
		},
	})
	if n.taken == "" {
		n.taken = digitized
	}
	return n
}

// moment reads a time as EXIF writes it; empty where it is none.
func moment(v any) string {
	s, _ := v.(string)
	t, err := time.Parse("2006:01:02 15:04:05", strings.TrimSpace(strings.Trim(s, "\x00")))
	if err != nil {
		return ""
	}
	return t.Format("2006-01-02T15:04:05")
}
