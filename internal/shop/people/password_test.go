package people

import (
	"errors"
	"strings"
	"testing"

	"ledge/internal/shop/refuse"
	"ledge/internal/words"
)

// Ten characters, however many bytes they take; none that is guessed at once; no name.
func TestPasswords(t *testing.T) {
	for password, field := range map[string]string{
		"three plain words": "", "ölkännchen": "", "längste Kurbelwelle": "", "correct horse battery": "",
		"a password of Wanda": "", "Wanda's lathe 1911": "", strings.Repeat("long words ", 6): "",
		"short":         "refuse.password_short",
		"größe€":        "refuse.password_short", // ten bytes and more, six characters
		"Wanda Pell":    "refuse.password_name",
		"wandapell1234": "refuse.password_name",
		"llep adnaw":    "refuse.password_name",
		"password123":   "refuse.password_common", "P@ssw0rd2026!": "refuse.password_common", "Welcome2026": "refuse.password_common",
		"passwordpassword": "refuse.password_common", "1234567890": "refuse.password_common",
		"0987654321": "refuse.password_common", "qwertyuiop": "refuse.password_common", "aaaaaaaaaaaa": "refuse.password_common",
		"abcabcabcabc": "refuse.password_common", "crankshaft": "refuse.password_common", "1q2w3e4r5t": "refuse.password_common",
		"abababababab": "refuse.password_common", strings.Repeat("ö", 40): "refuse.password_long",
	} {
		_, err := hashed("password", "Wanda Pell", password)
		var refusal *refuse.Refusal
		got := ""
		if errors.As(err, &refusal) {
			got = refusal.Says
		}
		want := ""
		if field != "" {
			want = words.Told(field)
		}
		if got != want {
			t.Errorf("%q: %q, want %q", password, got, want)
		}
	}
}
