// Package docs holds the pages that are for people who use Ledge, as they ship inside it.
package docs

import "embed"

// Pages are the guide, the truth table and what is linked from them.
//
//go:embed guide truth.md truth.svg open-file.md methods.md screenshots
var Pages embed.FS
