package exchange

import (
	"archive/zip"
	"bytes"
	"context"
	"encoding/csv"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"path"
	"slices"
	"strconv"
	"strings"
	"unicode/utf8"

	"zestythicket/app"
	"zestythicket/core/evidence"
	"zestythicket/core/place"
)

// The name spaces of Darwin Core terms and of the text guide that says how archives of them are made (https://dwc.tdwg.org/text/).
const (
	dwc     = "http://rs.tdwg.org/dwc/terms/"
	dwcText = "http://rs.tdwg.org/dwc/text/"
)

// occurrenceTerms and measurementTerms are the columns of the two tables, by the names of Darwin Core (https://dwc.tdwg.org/list/). What the standard has no
// name for, a reading that is unsure among it, stands in the remarks.
var (
	occurrenceTerms = []string{
		"occurrenceID", "basisOfRecord", "occurrenceStatus", "eventDate", "recordedBy", "kingdom", "scientificName", "vernacularName", "identificationVerificationStatus",
		"decimalLatitude", "decimalLongitude", "geodeticDatum", "coordinateUncertaintyInMeters", "locality", "dataGeneralizations", "occurrenceRemarks",
	}
	measurementTerms = []string{"measurementID", "measurementType", "measurementValue", "measurementUnit", "measurementRemarks"}
)

// between stands between the states of one reading, as Darwin Core has it for lists in one cell; unsure marks one that is.
const (
	between = " | "
	unsure  = "unsure"
)

var kingdoms = map[string]string{"plantae": "Plantae", "fungi": "Fungi"}

// archiveTable describes a table of an archive (meta.xml).
type archiveTable struct {
	Encoding string `xml:"encoding,attr"`
	Fields   string `xml:"fieldsTerminatedBy,attr"`
	Lines    string `xml:"linesTerminatedBy,attr"`
	Enclosed string `xml:"fieldsEnclosedBy,attr"`
	Ignore   int    `xml:"ignoreHeaderLines,attr"`
	RowType  string `xml:"rowType,attr"`
	Files    struct {
		Location []string `xml:"location"`
	} `xml:"files"`
	ID     *archiveField  `xml:"id"`
	CoreID *archiveField  `xml:"coreid"`
	Terms  []archiveField `xml:"field"`
}

type archiveField struct {
	Index   *int   `xml:"index,attr"`
	Term    string `xml:"term,attr,omitempty"`
	Default string `xml:"default,attr,omitempty"`
}

type archiveMeta struct {
	XMLName    xml.Name       `xml:"http://rs.tdwg.org/dwc/text/ archive"`
	Metadata   string         `xml:"metadata,attr,omitempty"`
	Core       *archiveTable  `xml:"core"`
	Extensions []archiveTable `xml:"extension"`
}

// WriteArchive writes records as a Darwin Core archive: occurrences, what was read of each, and what the whole is. Records without a position are in it
// too.
func WriteArchive(ctx context.Context, s *app.Session, q app.Leaving, to io.Writer) error {
	z := zip.NewWriter(to)
	var readings bytes.Buffer // an archive's files are written one after the other
	extension := csv.NewWriter(&readings)
	f, err := z.Create("occurrence.csv")
	if err != nil {
		return err
	}
	core := csv.NewWriter(f)
	if err := errors.Join(core.Write(occurrenceTerms), extension.Write(append([]string{"occurrenceID"}, measurementTerms...))); err != nil {
		return err
	}
	n := 0
	err = s.Observations(ctx, q, func(o *app.Observation) error {
		n++
		return errors.Join(ctx.Err(), core.Write(occurrence(o)), measurements(extension, o))
	})
	if err != nil {
		return err
	}
	core.Flush()
	extension.Flush()
	if err := errors.Join(core.Error(), extension.Error()); err != nil {
		return err
	}
	meta, err := xml.MarshalIndent(metaOf(), "", " ")
	if err != nil {
		return err
	}
	for name, text := range map[string][]byte{"measurementorfact.csv": readings.Bytes(), "meta.xml": append([]byte(xml.Header), meta...), "eml.xml": eml(s, q, n)} {
		f, err := z.Create(name)
		if err == nil {
			_, err = f.Write(text)
		}
		if err != nil {
			return err
		}
	}
	return z.Close()
}

// number writes a number as short as it can be.
func number(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

// urn is a UUID as an occurrence's id.
const urn = "urn:uuid:"

func occurrence(o *app.Observation) []string {
	row := map[string]string{
		"occurrenceID": urn + o.ID, "basisOfRecord": "HumanObservation", "occurrenceStatus": "present", "eventDate": o.Date, "recordedBy": o.Observer,
		"kingdom": kingdoms[o.Kingdom], "scientificName": o.Scientific, "vernacularName": strings.Join(o.Names, between), "locality": o.Place,
		"identificationVerificationStatus": string(o.Verdict), "occurrenceRemarks": o.Note,
	}
	if o.Scientific == "" {
		row["scientificName"] = kingdoms[o.Kingdom] // nothing more is known before all that is harmful was ruled out
	}
	if len(o.Shape.At) > 0 {
		at := o.Shape.Middle()
		row["decimalLatitude"], row["decimalLongitude"], row["geodeticDatum"] = number(at.Latitude), number(at.Longitude), "EPSG:4326"
		if o.Shape.AccuracyM > 0 {
			row["coordinateUncertaintyInMeters"] = number(o.Shape.AccuracyM)
		}
	}
	if o.Coarse {
		row["dataGeneralizations"] = "Positions are the middle of a cell of 0.1 degrees; observer, locality and remarks are withheld."
	}
	out := make([]string, len(occurrenceTerms))
	for i, t := range occurrenceTerms {
		out[i] = Harmless(row[t])
		if t == "decimalLatitude" || t == "decimalLongitude" {
			out[i] = row[t] // a number, which may be below zero
		}
	}
	return out
}

func measurements(w *csv.Writer, o *app.Observation) error {
	for i := range o.Readings {
		r := &o.Readings[i]
		value := strings.Join(r.States, between)
		switch {
		case r.Value != nil:
			value = number(*r.Value)
		case r.Low != nil && r.High != nil:
			value = number(*r.Low) + "–" + number(*r.High)
		}
		remark := ""
		if !r.Sure {
			remark = unsure
		}
		unit := ""
		if r.States == nil {
			unit = o.Units[r.Character]
		}
		id := urn + o.ID
		if err := w.Write([]string{id, id + "#" + r.Character, r.Character, value, unit, remark}); err != nil {
			return err
		}
	}
	return nil
}

func metaOf() *archiveMeta {
	table := func(file, row string, terms []string, from int) archiveTable {
		t := archiveTable{Encoding: "UTF-8", Fields: ",", Lines: `\n`, Enclosed: `"`, Ignore: 1, RowType: dwc + row}
		t.Files.Location = []string{file}
		for i, name := range terms {
			at := i + from
			t.Terms = append(t.Terms, archiveField{Index: &at, Term: dwc + name})
		}
		return t
	}
	first := 0
	core, extension := table("occurrence.csv", "Occurrence", occurrenceTerms, 0), table("measurementorfact.csv", "MeasurementOrFact", measurementTerms, 1)
	core.ID, extension.CoreID = &archiveField{Index: &first}, &archiveField{Index: &first}
	return &archiveMeta{Metadata: "eml.xml", Core: &core, Extensions: []archiveTable{extension}}
}

// eml says what an archive is, as far as anybody can say it who does not know its user (Ecological Metadata Language 2.2).
func eml(s *app.Session, q app.Leaving, n int) []byte {
	var said bytes.Buffer
	positions := "Positions are coarse: the middle of a cell of 0.1 degrees."
	if q.Exact {
		positions = "Positions are as they were noted."
	}
	abstract := fmt.Sprintf("%d finds of wild plants and mushrooms. %s A name stands where all harmful doubles that the observer's guide knows were ruled out; it is no expert's identification.", n, positions)
	day := s.Now().Format("2006-01-02")
	_ = xml.EscapeText(&said, []byte(abstract)) // a buffer takes all
	return []byte(xml.Header + `<eml:eml xmlns:eml="https://eml.ecoinformatics.org/eml-2.2.0" packageId="` + urn + app.NewID() + `" system="zesty-thicket" xml:lang="en">
 <dataset>
  <title>A forager's finds</title>
  <creator><positionName>Forager</positionName></creator>
  <pubDate>` + day + `</pubDate>
  <language>en</language>
  <abstract><para>` + said.String() + `</para></abstract>
  <contact><positionName>Forager</positionName></contact>
 </dataset>
</eml:eml>
`)
}

// The bounds of an archive: how many files it may hold, and how large one may be once it is unpacked. Common practice; no source.
const (
	mostFiles    = 100
	mostUnpacked = 200 << 20
)

// readArchive reads a Darwin Core archive whose core is occurrences; of its extensions, measurements or facts.
func readArchive(ctx context.Context, from *io.SectionReader, a *app.Arriving) error {
	z, err := zip.NewReader(from, from.Size())
	if err != nil {
		return fmt.Errorf("it is no whole archive: %w", err)
	}
	if len(z.File) > mostFiles {
		return fmt.Errorf("it holds %d files; an archive has a few", len(z.File))
	}
	files := map[string]*zip.File{}
	for _, f := range z.File {
		if n := strings.ReplaceAll(f.Name, `\`, "/"); path.IsAbs(n) || slices.Contains(strings.Split(n, "/"), "..") || strings.Contains(n, ":") {
			return fmt.Errorf("it holds a file %q, which would lie outside of it; whoever made it means no good", f.Name)
		}
		files[f.Name] = f
	}
	text, err := unpacked(files, "meta.xml")
	if err != nil {
		return fmt.Errorf("it does not say what it holds: %w", err)
	}
	var meta archiveMeta
	if err := xml.Unmarshal(text, &meta); err != nil {
		return fmt.Errorf("its meta.xml cannot be read: %w", err)
	}
	if meta.Core == nil || meta.Core.RowType != dwc+"Occurrence" {
		return errors.New("its core is no table of Darwin Core occurrences")
	}
	readings, err := archiveReadings(ctx, files, &meta, a)
	if err != nil {
		return err
	}
	return eachLine(ctx, files, meta.Core, a, func(line int, row map[string]string) error { return fromOccurrence(a, line, row, readings) })
}

// unpacked gives a file of an archive.
func unpacked(files map[string]*zip.File, name string) ([]byte, error) {
	f, ok := files[name]
	if !ok {
		return nil, fmt.Errorf("it has no %s", name)
	}
	r, err := f.Open()
	if err != nil {
		return nil, err
	}
	defer r.Close()
	b, err := io.ReadAll(io.LimitReader(r, mostUnpacked+1))
	if err == nil && len(b) > mostUnpacked {
		err = fmt.Errorf("%s has more than %d MB once it is unpacked", name, mostUnpacked>>20)
	}
	if err == nil && !utf8.Valid(b) {
		err = fmt.Errorf("%s is not written in UTF-8", name)
	}
	return bytes.TrimPrefix(b, []byte("\xef\xbb\xbf")), err
}

// archiveReadings gives what was measured, by the id of the occurrence. Extensions of another kind are left out, which is said.
func archiveReadings(ctx context.Context, files map[string]*zip.File, meta *archiveMeta, a *app.Arriving) (map[string][]evidence.Reading, error) {
	out := map[string][]evidence.Reading{}
	for i := range meta.Extensions {
		e := &meta.Extensions[i]
		if e.RowType != dwc+"MeasurementOrFact" {
			a.Refused = append(a.Refused, app.ImportItem{Kind: "line", Does: app.DoesNothing, Reason: "This table is not taken over: " + e.RowType + "."})
			continue
		}
		err := eachLine(ctx, files, e, a, func(line int, row map[string]string) error {
			r := evidence.Reading{Character: row["measurementType"]}
			value, unit := row["measurementValue"], strings.ToLower(row["measurementUnit"])
			low, high, isRange := strings.Cut(value, "–")
			x, err1 := strconv.ParseFloat(low, 64)
			y, err2 := strconv.ParseFloat(high, 64)
			switch {
			case unit != "" && isRange && err1 == nil && err2 == nil:
				r.Low, r.High = &x, &y
			case unit != "" && !isRange && err1 == nil:
				r.Value = &x
			default:
				r.States = strings.Split(value, between)
			}
			id := row[""]
			out[id] = append(out[id], r)
			return nil
		})
		if err != nil {
			return nil, err
		}
	}
	return out, nil
}

// eachLine goes through the rows of a table of an archive, by the names of Darwin Core; the id, or the core's, has the empty name. Terms of others are left
// out, which is said.
func eachLine(ctx context.Context, files map[string]*zip.File, t *archiveTable, a *app.Arriving, do func(line int, row map[string]string) error) error {
	if len(t.Files.Location) != 1 {
		return errors.New("a table of it lies in several files, or in none")
	}
	if e := strings.ToUpper(t.Encoding); e != "" && e != "UTF-8" && e != "UTF8" {
		return fmt.Errorf("its tables are written in %s, not in UTF-8", t.Encoding)
	}
	name := t.Files.Location[0]
	text, err := unpacked(files, name)
	if err != nil {
		return err
	}
	rows, err := cells(text, t)
	if err != nil {
		return fmt.Errorf("%s cannot be read: %w", name, err)
	}
	at, constant, others := map[string]int{}, map[string]string{}, []string{}
	for _, f := range t.Terms {
		term, ours := strings.CutPrefix(f.Term, dwc)
		switch {
		case !ours:
			others = append(others, f.Term)
		case f.Index != nil:
			at[term] = *f.Index
		default:
			constant[term] = f.Default
		}
	}
	for _, id := range []*archiveField{t.ID, t.CoreID} {
		if id != nil && id.Index != nil {
			at[""] = *id.Index
		}
	}
	if len(others) > 0 {
		a.Refused = append(a.Refused, app.ImportItem{Kind: "line", Does: app.DoesNothing, Reason: "These terms are not Darwin Core's and are not taken over: " + strings.Join(others, ", ") + "."})
	}
	for n, cells := range rows {
		if n < t.Ignore {
			continue
		}
		if ctx.Err() != nil {
			return ctx.Err()
		}
		row := map[string]string{}
		for term, text := range constant {
			row[term] = text
		}
		for term, i := range at {
			if i >= 0 && i < len(cells.row) && cells.row[i] != "" {
				row[term] = plainCell(cells.row[i])
			}
		}
		if err := do(cells.line, row); err != nil {
			return err
		}
	}
	return nil
}

// plainCell is a cell as it was before it was made harmless.
func plainCell(c string) string {
	c = strings.TrimSpace(c)
	if len(c) > 1 && c[0] == '\'' && Harmless(c[1:]) != c[1:] {
		return c[1:]
	}
	return c
}

type numberedRow struct {
	line int
	row  []string
}

// cells parts a table as its description says.
func cells(text []byte, t *archiveTable) ([]numberedRow, error) {
	unescape := strings.NewReplacer(`\t`, "\t", `\n`, "\n", `\r`, "\r")
	comma := []rune(unescape.Replace(t.Fields))
	if t.Fields == "" {
		comma = []rune{','}
	}
	if len(comma) != 1 {
		return nil, fmt.Errorf("its cells are parted by %q, not by one sign", t.Fields)
	}
	var out []numberedRow
	if t.Enclosed != `"` { // nothing is enclosed, so no cell holds what parts them
		for n, line := range strings.Split(strings.TrimRight(string(text), "\r\n"), "\n") {
			out = append(out, numberedRow{n + 1, strings.Split(strings.TrimSuffix(line, "\r"), string(comma))})
		}
		return out, nil
	}
	r := csv.NewReader(bytes.NewReader(text))
	r.Comma, r.FieldsPerRecord = comma[0], -1
	for {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			return out, nil
		}
		if err != nil {
			return nil, err
		}
		line, _ := r.FieldPos(0)
		out = append(out, numberedRow{line, row})
	}
}

// fromOccurrence takes an occurrence. One that says that something was not there is no find.
func fromOccurrence(a *app.Arriving, line int, row map[string]string, readings map[string][]evidence.Reading) error {
	if s := row["occurrenceStatus"]; s != "" && !strings.EqualFold(s, "present") {
		refuse(a, line, fmt.Sprintf("It says that something was %s; only what was there is kept.", s))
		return nil
	}
	lat, e1 := strconv.ParseFloat(row["decimalLatitude"], 64)
	lon, e2 := strconv.ParseFloat(row["decimalLongitude"], 64)
	if e1 != nil || e2 != nil {
		refuse(a, line, fmt.Sprintf("%q, %q is no position.", row["decimalLatitude"], row["decimalLongitude"]))
		return nil
	}
	if d := row["geodeticDatum"]; d != "" && !slices.Contains([]string{"EPSG:4326", "WGS84", "WGS 84"}, d) {
		refuse(a, line, fmt.Sprintf("Its position is in %s, not in WGS 84.", d))
		return nil
	}
	id := row[""]
	if id == "" {
		id = row["occurrenceID"]
	}
	p := app.Spot{
		Line: line, Kind: "record", ID: strings.TrimPrefix(id, urn), Date: day(row["eventDate"]), Observer: row["recordedBy"], Note: row["occurrenceRemarks"],
		Kingdom: strings.ToLower(row["kingdom"]), Place: row["locality"], Coarse: row["dataGeneralizations"] != "", Readings: readings[id],
		Shape: place.Shape{Form: place.Point, At: []place.Position{{Latitude: lat, Longitude: lon}}},
	}
	if p.Kingdom != "plantae" && p.Kingdom != "fungi" {
		p.Kingdom = ""
	}
	if n := row["scientificName"]; n != "" && !strings.EqualFold(n, p.Kingdom) {
		p.Taxa, p.Name = []string{n}, n
	}
	p.Shape.AccuracyM, _ = strconv.ParseFloat(row["coordinateUncertaintyInMeters"], 64) // what is not said is not known
	return addSpot(a, p)
}
