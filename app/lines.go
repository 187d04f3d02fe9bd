package app

import (
	"bufio"
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
)

// MaxLine is the greatest length of one record's line in bytes.
const MaxLine = 16 << 20

// IdentifyLines rules on records, one JSON object a line, and answers each with a line of its own, in order. It stops at
// the first that is wrong; the error names its line.
func IdentifyLines(m *guide.Matrix, in io.Reader, out io.Writer) error {
	w := bufio.NewWriter(out)
	lines := bufio.NewScanner(in)
	lines.Buffer(nil, MaxLine)
	enc := json.NewEncoder(w)
	for n := 1; lines.Scan(); n++ {
		line := bytes.TrimSpace(lines.Bytes())
		if len(line) == 0 {
			continue
		}
		rec, err := readRecord(line)
		if err == nil {
			var i *identify.Identification
			if i, err = identify.Identify(m, rec); err == nil {
				err = enc.Encode(i)
			}
		}
		if err != nil {
			return errors.Join(fmt.Errorf("line %d: %w", n, err), w.Flush())
		}
		if err := w.Flush(); err != nil {
			return err
		}
	}
	if errors.Is(lines.Err(), bufio.ErrTooLong) {
		return fmt.Errorf("a record is longer than %d MB", MaxLine>>20)
	}
	return lines.Err()
}

func readRecord(line []byte) (*evidence.Record, error) {
	if bytes.Equal(line, []byte("null")) {
		return nil, errors.New("this is not a record: null says nothing")
	}
	var rec evidence.Record
	d := json.NewDecoder(bytes.NewReader(line))
	d.DisallowUnknownFields()
	if err := d.Decode(&rec); err != nil {
		var syntax *json.SyntaxError
		if errors.As(err, &syntax) || errors.Is(err, io.ErrUnexpectedEOF) {
			return nil, fmt.Errorf("this is not JSON: %w", err)
		}
		return nil, fmt.Errorf("this is not a record: %w", err)
	}
	if d.More() {
		return nil, errors.New("there is more after the end of the record; give one a line")
	}
	return &rec, nil
}
