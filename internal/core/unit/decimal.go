package unit

import (
	"math/big"
	"strconv"
	"strings"
)

// splitDecimal reads a decimal number as mantissa × 10^exponent, without rounding.
func splitDecimal(text string) (mantissa *big.Int, exponent int, fault Fault) {
	body, tail, hasExponent := strings.Cut(strings.ToLower(text), "e")
	if hasExponent {
		var err error
		if exponent, err = strconv.Atoi(tail); err != nil {
			return nil, 0, NotNumber
		}
	}
	whole, fraction, _ := strings.Cut(body, ".")
	sign := ""
	if strings.HasPrefix(whole, "-") || strings.HasPrefix(whole, "+") {
		sign, whole = whole[:1], whole[1:]
	}
	digits := whole + fraction
	if digits == "" || strings.Trim(digits, "0123456789") != "" {
		return nil, 0, NotNumber
	}
	if len(digits) > 60 || exponent > 30 || exponent < -60 {
		return nil, 0, TooFar
	}
	mantissa, _ = new(big.Int).SetString(strings.TrimPrefix(sign, "+")+digits, 10)
	return mantissa, exponent - len(fraction), ""
}

func bigPow10(n int) *big.Int { return new(big.Int).Exp(big.NewInt(10), big.NewInt(int64(n)), nil) }

var pow10 = [10]int64{1, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9}

func trimZeros(text string) string {
	if !strings.Contains(text, ".") {
		return text
	}
	text = strings.TrimRight(strings.TrimRight(text, "0"), ".")
	return text
}
