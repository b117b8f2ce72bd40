package exchange

import _ "embed"

// Schema is the JSON Schema (2020-12) of both documents: $defs/inspection and $defs/result.
//
//go:embed schema.json
var Schema []byte
