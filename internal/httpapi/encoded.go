package httpapi

import (
	"bytes"
	"encoding/json"
	"io"
	"sync"

	"github.com/danielgtaylor/huma/v2"
)

// mostEncoded bounds the answers kept as they are sent: those of the jobs that people are at.
const mostEncoded = 24

// An encodedView is a job as it is sent, made when it is first sent and shared by all who ask.
type encodedView struct {
	once sync.Once
	text []byte
	err  error
}

// bytes is the view as JSON.
func (v JobView) bytes() ([]byte, error) {
	if v.encoded == nil {
		return encode(v)
	}
	v.encoded.once.Do(func() { v.encoded.text, v.encoded.err = encode(v) })
	return v.encoded.text, v.encoded.err
}

func encode(v any) ([]byte, error) {
	var out bytes.Buffer
	err := huma.DefaultJSONFormat.Marshal(&out, v)
	return bytes.TrimSuffix(out.Bytes(), []byte("\n")), err
}

// format writes what is sent; a job, which is most of all that is, from its shared text.
var format = huma.Format{
	Marshal: func(w io.Writer, v any) error {
		switch v := v.(type) {
		case JobView:
			text, err := v.bytes()
			if err != nil {
				return err
			}
			_, err = w.Write(text)
			return err
		case ReadingAnswer:
			reading, err := encode(v.Reading)
			if err != nil {
				return err
			}
			view, err := v.View.bytes()
			if err != nil {
				return err
			}
			for _, part := range [][]byte{[]byte(`{"reading":`), reading, []byte(`,"view":`), view, []byte("}\n")} {
				if _, err := w.Write(part); err != nil {
					return err
				}
			}
			return nil
		}
		return huma.DefaultJSONFormat.Marshal(w, v)
	},
	Unmarshal: json.Unmarshal,
}
