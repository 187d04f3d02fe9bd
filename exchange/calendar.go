package exchange

import (
	"time"

	"zestythicket/app"

	ics "github.com/arran4/golang-ical"
)

// Calendar writes entries as an iCalendar file (RFC 5545): whole days, or times with a reminder, each with an id that stays the same, so that a feed that is
// read again changes what it has.
func Calendar(list []app.CalendarEntry, now time.Time) ([]byte, error) {
	c := ics.NewCalendarFor("zesty-thicket")
	c.SetMethod(ics.MethodPublish)
	c.SetName("Zesty Thicket")
	for _, e := range list {
		v := c.AddEvent(e.ID + "@zesty-thicket")
		v.SetDtStampTime(now)
		if e.Timed {
			v.SetStartAt(e.From)
			v.SetEndAt(e.To)
			alarm := v.AddAlarm()
			alarm.SetAction(ics.ActionDisplay)
			alarm.SetTrigger("PT0S")
			alarm.SetProperty(ics.ComponentPropertyDescription, e.Title)
		} else {
			v.SetAllDayStartAt(e.From)
			v.SetAllDayEndAt(e.To.AddDate(0, 0, 1)) // the end of a whole-day entry is the day after
		}
		v.SetSummary(e.Title)
		v.SetDescription(e.Says)
		v.SetTimeTransparency(ics.TransparencyTransparent)
	}
	return []byte(c.Serialize()), nil
}
