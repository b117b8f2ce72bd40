// Package exchange reads and writes the open file: ledge.inspection/1 in, ledge.result/1 out.
package exchange

import (
	"bufio"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"

	"ledge/internal/words"
)

// A node is one JSON value with its numbers as they were written.
type node struct {
	kind   string // "null", "bool", "number", "string", "array", "object"
	truth  bool
	text   string // of a number or a string
	items  []node
	fields []field
}

type field struct {
	name  string
	value node
}

// maxDepth is far deeper than any inspection and far shallower than any stack.
const maxDepth = 64

// parse reads exactly one JSON value.
func parse(source io.Reader) (node, error) {
	decoder := json.NewDecoder(withoutMark(source))
	decoder.UseNumber()
	p := parser{decoder, mostValues}
	root, err := p.value(0)
	if err != nil {
		return node{}, err
	}
	if _, err := decoder.Token(); !errors.Is(err, io.EOF) {
		return node{}, words.New("file.more")
	}
	return root, nil
}

// withoutMark skips the byte order mark that some editors begin a file with.
func withoutMark(source io.Reader) io.Reader {
	const mark = "\ufeff"
	buffered := bufio.NewReader(source)
	if begins, _ := buffered.Peek(len(mark)); string(begins) == mark {
		_, _ = buffered.Discard(len(mark))
	}
	return buffered
}

// A parser builds the tree of a document, of so many values at most.
type parser struct {
	decoder *json.Decoder
	left    int
}

func (p *parser) value(depth int) (node, error) {
	decoder := p.decoder
	if p.left--; p.left < 0 {
		return node{}, words.New("file.too_large", "most", mostValues)
	}
	if depth > maxDepth {
		return node{}, words.New("file.too_deep", "most", maxDepth)
	}
	token, err := decoder.Token()
	if err != nil {
		if errors.Is(err, io.EOF) {
			return node{}, words.New("file.too_early")
		}
		return node{}, notJSON(err)
	}
	switch token := token.(type) {
	case nil:
		return node{kind: "null"}, nil
	case bool:
		return node{kind: "bool", truth: token}, nil
	case json.Number:
		return node{kind: "number", text: token.String()}, nil
	case string:
		return node{kind: "string", text: token}, nil
	}
	n := node{kind: "array"}
	if token == json.Delim('{') {
		n.kind = "object"
	}
	for decoder.More() {
		name := ""
		if n.kind == "object" {
			key, err := decoder.Token()
			if err != nil {
				return node{}, notJSON(err)
			}
			name, _ = key.(string)
		}
		value, err := p.value(depth + 1)
		if err != nil {
			return node{}, err
		}
		if n.kind == "object" {
			n.fields = append(n.fields, field{name, value})
		} else {
			n.items = append(n.items, value)
		}
	}
	if _, err := decoder.Token(); err != nil {
		return node{}, notJSON(err)
	}
	return n, nil
}

// notJSON says where a text stops being JSON.
func notJSON(err error) error {
	var syntax *json.SyntaxError
	if errors.As(err, &syntax) {
		return words.New("file.not_json_at", "character", int(syntax.Offset))
	}
	return words.New("file.not_json")
}

// get returns a field of an object, or nil.
func (n *node) get(name string) *node {
	for i := range n.fields {
		if n.fields[i].name == name {
			return &n.fields[i].value
		}
	}
	return nil
}

// escapes are those of RFC 6901.
var escapes = strings.NewReplacer("~", "~0", "/", "~1")

// pointer extends a JSON pointer (RFC 6901).
func pointer(at string, token any) string {
	return at + "/" + escapes.Replace(fmt.Sprint(token))
}
