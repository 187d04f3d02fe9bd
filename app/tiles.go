package app

import (
	"net"
	"net/url"
	"strings"
	"unicode/utf8"
)

// Tiles is the address of the user's own map, of which pictures are fetched: the one thing that ever leaves the machine, and only to that host.
type Tiles struct {
	URL string `json:"url" maxLength:"300" doc:"Its address with {z}, {x} and {y} in it; empty for the shipped valley"`
	// Attribution is what the map's makers want to have said.
	Attribution string `json:"attribution,omitempty" maxLength:"200"`
	// MaxZoom is the finest it has; 0 for 19.
	MaxZoom int `json:"max_zoom,omitempty" minimum:"0" maximum:"22"`
}

// forbidden are signs that a content policy's list could end with, or that could name more than one host.
const forbidden = " \t\r\n;,'\"*<>\\"

// Origin is the host that pictures are fetched from, as a content policy names it; empty where no address is set.
func (t *Tiles) Origin() string {
	u, err := t.parsed()
	if err != nil || u == nil {
		return ""
	}
	return u.Scheme + "://" + u.Host
}

// parsed reads the address; nothing where none is set.
func (t *Tiles) parsed() (*url.URL, error) {
	if t.URL == "" {
		return nil, nil
	}
	for _, part := range []string{"{z}", "{x}", "{y}"} {
		if strings.Count(t.URL, part) != 1 {
			return nil, refused("a map's address has {z}, {x} and {y} in it, each once, such as https://tiles.example/{z}/{x}/{y}.png")
		}
	}
	filled := strings.NewReplacer("{z}", "1", "{x}", "2", "{y}", "3").Replace(t.URL)
	u, err := url.Parse(filled)
	if err != nil || u.Host == "" || u.Hostname() == "" || u.User != nil || strings.ContainsAny(t.URL, forbidden) || strings.ContainsAny(filled, "{}") || !strings.Contains(t.URL, "//"+u.Host) {
		return nil, refused("%q is no address of a map", t.URL)
	}
	ip := net.ParseIP(u.Hostname())
	near := u.Hostname() == "localhost" || ip != nil && (ip.IsLoopback() || ip.IsPrivate())
	if u.Scheme != "https" && (u.Scheme != "http" || !near) {
		return nil, refused("a map is fetched by https; by http only from this machine or its own network")
	}
	return u, nil
}

// check tells what is wrong with the address of a map.
func (t *Tiles) check() error {
	if utf8.RuneCountInString(t.Attribution) > mostName || t.MaxZoom < 0 || t.MaxZoom > 22 {
		return refused("what a map's makers want said has at most %d signs, and its finest zoom is from 0 to 22", mostName)
	}
	_, err := t.parsed()
	return err
}
