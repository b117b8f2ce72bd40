package people

import (
	_ "embed"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"golang.org/x/crypto/bcrypt"

	"ledge/internal/shop/refuse"
	"ledge/internal/words"
)

const (
	// shortest is the fewest characters of a password; longer beats odder.
	shortest = 10
	// longest is how many bytes of one are looked at.
	longest = 72
)

// common are words that passwords are made of too often to be any, one a line: with figures behind them, too.
//
//go:embed common.txt
var commonText string

var common = strings.Fields(commonText)

// hashed is a password as it is stored, or a [refuse.Refusal] of one that is too short, too long, the person's own
// name or
// easily guessed.
func hashed(field, name, password string) (string, error) {
	switch {
	case utf8.RuneCountInString(password) < shortest:
		return "", refuse.At(field, words.Told("refuse.password_short"))
	case len(password) > longest:
		return "", refuse.At(field, words.Told("refuse.password_long"))
	case lettersOf(password) != "" && lettersOf(password) == lettersOf(name),
		reversed(lettersOf(password)) == lettersOf(name):
		return "", refuse.At(field, words.Told("refuse.password_name"))
	case guessed(password):
		return "", refuse.At(field, words.Told("refuse.password_common"))
	}
	hash, err := bcrypt.GenerateFromPassword([]byte(password), bcrypt.DefaultCost)
	if err != nil {
		return "", refuse.At(field, words.Told("refuse.password_long"))
	}
	return string(hash), nil
}

// lettersOf is a text's letters alone, small.
func lettersOf(text string) string {
	return strings.Map(func(r rune) rune {
		if unicode.IsLetter(r) {
			return unicode.ToLower(r)
		}
		return -1
	}, text)
}

func reversed(text string) string {
	runes := []rune(text)
	slices.Reverse(runes)
	return string(runes)
}

// written are the figures and signs that stand for letters.
var written = strings.NewReplacer("0", "o", "1", "i", "3", "e", "4", "a", "5", "s", "7", "t", "@", "a", "$", "s", "!",
	"i")

// guessed tells whether a password is one of those that are tried first: a common word with or without figures, a row
// of keys, or a few characters again and again.
func guessed(password string) bool {
	small := strings.ToLower(password)
	core := strings.TrimFunc(small, func(r rune) bool { return !unicode.IsLetter(r) })
	for _, text := range []string{lettersOf(small), lettersOf(written.Replace(small)), lettersOf(core),
		lettersOf(written.Replace(core))} {
		if slices.Contains(common, text) {
			return true
		}
		for _, word := range common {
			if len(word) > 3 && len(text) > 0 && strings.ReplaceAll(text, word, "") == "" {
				return true // passwordpassword
			}
		}
	}
	return repeats(small) || row(small)
}

// repeats tells whether a text is a few characters again and again.
func repeats(text string) bool {
	distinct := map[rune]bool{}
	for _, r := range text {
		distinct[r] = true
	}
	if len(distinct) <= 2 {
		return true
	}
	for n := 1; n <= 4; n++ {
		if len(text) > n && strings.Repeat(text[:n], len(text)/n+1)[:len(text)] == text {
			return true
		}
	}
	return false
}

// rows are keys that lie side by side.
var rows = []string{"01234567890123456789", "abcdefghijklmnopqrstuvwxyz", "qwertyuiopasdfghjklzxcvbnm",
	"qwertzuiopasdfghjklyxcvbnm", "1q2w3e4r5t6y7u8i9o0p", "1qaz2wsx3edc4rfv5tgb6yhn7ujm8ik9ol0p"}

// row tells whether a text runs along keys or the alphabet, either way.
func row(text string) bool {
	return slices.ContainsFunc(rows, func(keys string) bool {
		return strings.Contains(keys, text) || strings.Contains(reversed(keys), text)
	})
}
