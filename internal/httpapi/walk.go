package httpapi

import (
	"context"
	"fmt"
	"net/http"
	"slices"
	"strconv"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/core/walk"
	"ledge/internal/store"
	"ledge/internal/words"
)

// AnswerBody is one answer on the walk.
type AnswerBody struct {
	ID    string `json:"id" format:"uuid"`
	Topic string `json:"topic" minLength:"1" maxLength:"40"`
	Place string `json:"place" maxLength:"40"`
	Value string `json:"value" maxLength:"40" doc:"empty takes the answer back"`
	Note  string `json:"note" maxLength:"400"`
}

// WalkView is what is asked of the engine beside measuring, what was said, and what follows from it.
type WalkView struct {
	Items    []walk.Item    `json:"items"`
	Answers  []store.Answer `json:"answers"`
	Findings []walk.Finding `json:"findings"`
}

func walkOf(r store.Record) WalkView {
	items := words.Items(r.Job.Items())
	// What was said of a part as it came says nothing of the one in its place.
	findings := slices.DeleteFunc(walk.Find(items, r.Said()),
		func(f walk.Finding) bool { return r.Retired(part.Component(f.Component()), "") })
	return WalkView{Items: items, Answers: r.Answers, Findings: words.Findings(findings)}
}

func (a resources) walk(api huma.API) {
	register(api, store.Inspector, huma.Operation{OperationID: "add-answers", Method: http.MethodPost,
		Path:    "/api/v1/jobs/{id}/answers",
		Summary: "Answer what is asked before measuring", DefaultStatus: http.StatusCreated},
		func(ctx context.Context, in *struct {
			ID   int64 `path:"id"`
			Body struct {
				Answers []AnswerBody `json:"answers" minItems:"1" maxItems:"200"`
				Sure    bool         `json:"sure,omitempty" doc:"the person was asked about a stamp that looks mistyped, and it is so"`
			}
		}) (*jobOutput, error) {
			job, err := a.store.Job(ctx, in.ID)
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			items := job.Items()
			answers := make([]store.Answer, len(in.Body.Answers))
			for i, b := range in.Body.Answers {
				b.Value = strings.TrimSpace(b.Value)
				where := "answers." + strconv.Itoa(i) + ".value"
				if why := walk.Problem(items,
					walk.Answer{Topic: b.Topic, Place: b.Place, Value: b.Value, Note: b.Note}); why != nil {
					return nil, refuse(where, words.In(job.Unit).Say(*why))
				}
				if err := checkStamp(items, b, job.Unit, where, in.Body.Sure); err != nil {
					return nil, err
				}
				answers[i] = store.Answer{ID: b.ID, Topic: b.Topic, Place: b.Place, Value: b.Value, Note: b.Note}
			}
			return a.changed(ctx, in.ID, a.store.AddAnswers(ctx, in.ID, answers))
		})
	register(api, store.Inspector, huma.Operation{OperationID: "set-head", Method: http.MethodPut,
		Path:    "/api/v1/jobs/{id}/head",
		Summary: "Change customer, engine, duty or promised date"},
		func(ctx context.Context, in *struct {
			ID      int64  `path:"id"`
			IfMatch string `header:"If-Match" required:"true" doc:"the job's version that was changed"`
			Body    store.JobHead
		}) (*jobOutput, error) {
			version, err := versionOf(in.IfMatch)
			if err != nil {
				return nil, err
			}
			if day := in.Body.PromisedOn; day != nil {
				if err := checkDay("promised_on", *day); err != nil {
					return nil, err
				}
			}
			return a.changed(ctx, in.ID, a.store.SetHead(ctx, in.ID, version, in.Body))
		})
}

// checkStamp refuses a stamp that is no size, and asks about one that looks mistyped.
func checkStamp(items []walk.Item, b AnswerBody, s unit.System, where string, sure bool) error {
	for _, item := range items {
		if item.Topic != b.Topic || !item.Length || b.Value == "" {
			continue
		}
		step, err := unit.Parse(b.Value, s)
		if err != nil {
			return refuse(where, words.Told("refuse.stamp"))
		}
		if likely, odd := limit.StampDoubt(step, s); odd && !sure {
			sentence := words.Told("refuse.stamp_large", "size", step.Show(s), "unit", s, "likely", likely.Show(s))
			return problem(http.StatusUnprocessableEntity, sentence,
				&huma.ErrorDetail{Location: "body." + where, Message: sentence,
					Value: map[string]any{"ask": "unusual", "likely": []unit.Length{likely}}})
		}
	}
	return nil
}

// etag is a version as a header says it.
func etag(version int64) string { return fmt.Sprintf(`"%d"`, version) }

// versionOf reads the version out of an If-Match header.
func versionOf(header string) (int64, error) {
	version, err := strconv.ParseInt(strings.Trim(header, `"`), 10, 64)
	if err != nil {
		return 0, problem(http.StatusPreconditionFailed, words.Told("refuse.version"))
	}
	return version, nil
}
