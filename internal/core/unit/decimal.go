package unit

import (
	"errors"
	"math/big"
	"strconv"
	"strings"
)

var (
	errNotNumber = errors.New("is not a number")
	errTooFar    = errors.New("has an exponent that no length needs")
)

// splitDecimal reads a decimal number as mantissa × 10^exponent, without rounding.
func splitDecimal(text string) (mantissa *big.Int, exponent int, err error) {
	body, tail, hasExponent := strings.Cut(strings.ToLower(text), "e")
	if hasExponent {
		exponent, err = strconv.Atoi(tail)
		if err != nil {
			return nil, 0, errNotNumber
		}
	}
	whole, fraction, _ := strings.Cut(body, ".")
	sign := ""
	if strings.HasPrefix(whole, "-") || strings.HasPrefix(whole, "+") {
		sign, whole = whole[:1], whole[1:]
	}
	digits := whole + fraction
	if digits == "" || strings.Trim(digits, "0123456789") != "" {
		return nil, 0, errNotNumber
	}
	if len(digits) > 60 || exponent > 30 || exponent < -60 {
		return nil, 0, errTooFar
	}
	mantissa, _ = new(big.Int).SetString(strings.TrimPrefix(sign, "+")+digits, 10)
	return mantissa, exponent - len(fraction), nil
}

func pow10(n int) *big.Int { return new(big.Int).Exp(big.NewInt(10), big.NewInt(int64(n)), nil) }

func divHalfEven(a, b *big.Int) *big.Int {
	quotient, rest := new(big.Int).DivMod(a, b, new(big.Int))
	twice := rest.Lsh(rest, 1)
	if c := twice.Cmp(b); c > 0 || (c == 0 && quotient.Bit(0) == 1) {
		quotient.Add(quotient, big.NewInt(1))
	}
	return quotient
}

func placePoint(n *big.Int, decimals int) string {
	digits := new(big.Int).Abs(n).String()
	if len(digits) <= decimals {
		digits = strings.Repeat("0", decimals+1-len(digits)) + digits
	}
	text := digits
	if decimals > 0 {
		text = digits[:len(digits)-decimals] + "." + digits[len(digits)-decimals:]
	}
	if n.Sign() < 0 {
		text = "-" + text
	}
	return text
}

func trimZeros(text string) string {
	if !strings.Contains(text, ".") {
		return text
	}
	text = strings.TrimRight(strings.TrimRight(text, "0"), ".")
	if text == "-0" {
		return "0"
	}
	return text
}
