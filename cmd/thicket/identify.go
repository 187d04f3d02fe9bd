package main

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

	"github.com/spf13/cobra"
)

// The greatest length of one record's line in bytes.
const maxLine = 16 << 20

func identifyCommand(b *book) *cobra.Command {
	return &cobra.Command{
		Use:   "identify < records.jsonl > rulings.jsonl",
		Short: "Rule on records, one JSON object a line",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := b.load()
			if err != nil {
				return err
			}
			return identifyLines(g, c.InOrStdin(), c.OutOrStdout())
		},
	}
}

// identifyLines answers every record with a line of its own, in order, and stops at the first that is wrong.
func identifyLines(g *guide.Matrix, in io.Reader, out io.Writer) error {
	w := bufio.NewWriter(out)
	lines := bufio.NewScanner(in)
	lines.Buffer(nil, maxLine)
	enc := json.NewEncoder(w)
	for n := 1; lines.Scan(); n++ {
		line := bytes.TrimSpace(lines.Bytes())
		if len(line) == 0 {
			continue
		}
		rec, err := readRecord(line)
		if err == nil {
			var a *identify.Identification
			if a, err = identify.Identify(g, rec); err == nil {
				err = enc.Encode(a)
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
		return fmt.Errorf("a record is longer than %d MB", maxLine>>20)
	}
	return lines.Err()
}

func readRecord(line []byte) (*evidence.Record, error) {
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
