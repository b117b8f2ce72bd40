package words

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/go-playground/locales"
	"github.com/go-playground/locales/en"
	"github.com/go-playground/locales/en_CA"
	"github.com/go-playground/locales/en_GB"
	"github.com/go-playground/locales/en_IE"
	"github.com/go-playground/locales/en_IN"
	"github.com/go-playground/locales/en_NZ"
	"github.com/go-playground/locales/en_US"
	"github.com/go-playground/locales/en_ZA"
	"golang.org/x/text/currency"
	"golang.org/x/text/language"
	"golang.org/x/text/message"
)

// UsualLocale is that of a shop that chose none.
const UsualLocale = "en-GB"

// places are the locales that papers can be written in: the message files are English. The
// library's own en-AU lacks its am and pm.
var places = map[string]locales.Translator{"en": en.New(), "en-AU": en_GB.New(), "en-CA": en_CA.New(),
	"en-GB": en_GB.New(), "en-IE": en_IE.New(),
	"en-IN": en_IN.New(), "en-NZ": en_NZ.New(), "en-US": en_US.New(), "en-ZA": en_ZA.New()}

// Locales lists those that a shop can choose.
func Locales() []string {
	var names []string
	for name := range places {
		names = append(names, name)
	}
	slices.Sort(names)
	return names
}

// A Local writes dates, times and money as a shop does: on its papers, never in UTC.
type Local struct {
	tag   string
	place locales.Translator
	zone  *time.Location
}

// LocalIn is that of a locale and a time zone; those of this machine where they are empty or not known.
func LocalIn(locale, zone string) Local {
	l := Local{locale, places[locale], time.Local}
	if l.place == nil {
		l.tag, l.place = UsualLocale, places[UsualLocale]
	}
	if zone != "" {
		if at, err := time.LoadLocation(zone); err == nil {
			l.zone = at
		}
	}
	return l
}

// or is that of the machine where nobody chose one.
func (l Local) or() Local {
	if l.place == nil {
		return LocalIn("", "")
	}
	return l
}

// Date is the day of a moment: "26 November 2026".
func (l Local) Date(t time.Time) string {
	l = l.or()
	return l.place.FmtDateLong(t.In(l.zone))
}

// Moment is a day with its time: "26 November 2026, 08:40".
func (l Local) Moment(t time.Time) string {
	l = l.or()
	return l.Date(t) + ", " + l.place.FmtTimeShort(t.In(l.zone))
}

// Day is a calendar day, which no time zone moves; what is none is told as it is.
func (l Local) Day(date string) string {
	t, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return date
	}
	return l.or().place.FmtDateLong(t)
}

// ShortDay is a calendar day with its weekday, for a plan of days.
func (l Local) ShortDay(date string) string {
	t, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return date
	}
	l = l.or()
	return l.place.WeekdayAbbreviated(t.Weekday()) + " " + l.place.FmtDateMedium(t)
}

// Money is an amount in hundredths: of a currency by its code as the locale writes it, of any other
// with its name behind it.
func (l Local) Money(hundredths int64, of string) string {
	l = l.or()
	if unit, err := currency.ParseISO(of); err == nil && of == strings.ToUpper(of) {
		amount := currency.NarrowSymbol(unit.Amount(float64(hundredths) / 100))
		return message.NewPrinter(language.Make(l.tag)).Sprint(amount)
	}
	digits := uint64(0)
	if hundredths%100 != 0 {
		digits = 2
	}
	return strings.TrimSpace(fmt.Sprint(l.place.FmtNumber(float64(hundredths)/100, digits), " ", of))
}
