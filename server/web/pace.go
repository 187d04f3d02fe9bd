package web

import (
	"io"
	"net/http"
	"time"
)

// Pace is how long a request may go on: a slow upload over a phone lives as long as something of it keeps coming, one that
// has stalled is let go of.
type Pace struct {
	// Stall is how long nothing may be read, or nothing written; Whole how long a request may take in all.
	Stall, Whole time.Duration
}

// DefaultPace lets go of a request of which nothing comes or goes for half a minute, or that takes a quarter of an hour in
// all.
var DefaultPace = Pace{Stall: 30 * time.Second, Whole: 15 * time.Minute}

// Handler holds requests to the pace. Each of them waits on its own connection and holds nothing that another needs.
func (p Pace) Handler(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		c := &paced{ResponseWriter: w, control: http.NewResponseController(w), stall: p.Stall, end: time.Now().Add(p.Whole)}
		if c.reading(); r.Body == http.NoBody {
			c.allRead()
		}
		c.writing()
		r.Body = &pacedBody{r.Body, c}
		next.ServeHTTP(c, r)
	})
}

// paced puts a connection's time limits off whenever something was read or written.
type paced struct {
	http.ResponseWriter
	control *http.ResponseController
	stall   time.Duration
	end     time.Time
}

func (c *paced) limit() time.Time {
	if soon := time.Now().Add(c.stall); soon.Before(c.end) {
		return soon
	}
	return c.end
}

// A connection that takes no limits, as in some tests, has none.
func (c *paced) reading() { _ = c.control.SetReadDeadline(c.limit()) }
func (c *paced) writing() { _ = c.control.SetWriteDeadline(c.limit()) }

// allRead lets the answer take as long as it needs: a limit on reading would end a request that is still worked on.
func (c *paced) allRead() { _ = c.control.SetReadDeadline(c.end) }

// Write writes a part of the answer.
func (c *paced) Write(b []byte) (int, error) {
	c.writing()
	return c.ResponseWriter.Write(b)
}

// Unwrap gives what answers are written to, for those who ask more of it.
func (c *paced) Unwrap() http.ResponseWriter { return c.ResponseWriter }

type pacedBody struct {
	io.ReadCloser
	c *paced
}

// Read reads a part of the request.
func (b *pacedBody) Read(p []byte) (int, error) {
	n, err := b.ReadCloser.Read(p)
	switch {
	case err == io.EOF:
		b.c.allRead()
	case n > 0:
		b.c.reading()
	}
	return n, err
}
