package httpapi

import (
	"bytes"
	"compress/gzip"
	"context"
	"encoding/json"
	"reflect"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"ledge/internal/core/part"
	"ledge/internal/shop"
	"ledge/internal/store"
	"ledge/internal/store/office"
)

// A StandInQuery asks for one component in place of the one that came.
type StandInQuery struct {
	Of  part.Component `query:"of" doc:"look at this component in place of the one that came, and at nothing else"`
	Tag string         `query:"tag" maxLength:"40" doc:"which one"`
}

// jobs registers the jobs as a whole.
func (a resources) jobs(api huma.API) {
	serve(a, api, anyone, fetching("table", "/table", "What can be measured and decided"),
		func(context.Context, *struct{}) (shop.Table, error) { return shop.TableOf(), nil })
	register(api, office.Viewer, fetching("list-jobs", "/jobs",
		"The shop's jobs, late ones and the soonest promised first"),
		func(ctx context.Context, in *struct {
			Search string `query:"search" maxLength:"100"`
			From   int    `query:"from" minimum:"0" doc:"how many lines are left out before the first"`
			Most   int    `query:"most" minimum:"1" maximum:"500" default:"100"`
		}) (*listedJobs, error) {
			lines, total, err := a.shop.List(ctx, in.Search, shop.Page{From: in.From, Most: in.Most})
			if err != nil {
				return nil, a.fail(ctx, err)
			}
			return &listedJobs{total, lines}, nil
		})
	a.job(api)
	serve(a, api, office.Inspector, creating("create-job", "/jobs", "Start a job"),
		func(ctx context.Context, in *struct{ Body shop.NewJobBody }) (shop.JobView, error) {
			return a.shop.Start(ctx, in.Body)
		})
}

// listedJobs are a page of the shop's list, and how many jobs there are in all.
type listedJobs struct {
	Total int `header:"Ledge-Total"`
	Body  []shop.JobLine
}

// A sentJob is a job as it is sent, packed where the browser takes that: it is kept so.
type sentJob struct {
	ContentType     string `header:"Content-Type"`
	ContentEncoding string `header:"Content-Encoding"`
	Vary            string `header:"Vary"`
	Body            []byte
}

// job registers the whole view of a job, which is asked for most of all.
func (a resources) job(api huma.API) {
	o := fetching("get-job", "/jobs/{id}", "A job, its tape and its evaluation")
	schema := api.OpenAPI().Components.Schemas.Schema(reflect.TypeFor[shop.JobView](), true, "JobView")
	o.Responses = map[string]*huma.Response{"200": {Description: "OK",
		Content: map[string]*huma.MediaType{"application/json": {Schema: schema}}}}
	register(api, office.Viewer, o, func(ctx context.Context, in *struct {
		JobPath
		StandInQuery
		Accepts string `header:"Accept-Encoding" hidden:"true"`
	}) (*sentJob, error) {
		view, err := a.shop.View(ctx, in.ID, in.Of, in.Tag)
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		out := &sentJob{ContentType: "application/json", Vary: "Accept-Encoding"}
		if strings.Contains(in.Accepts, "gzip") {
			out.ContentEncoding = "gzip"
			out.Body, err = view.Packed(zipped)
		} else {
			out.Body, err = json.Marshal(view)
		}
		if err != nil {
			return nil, a.fail(ctx, err)
		}
		return out, nil
	})
}

// zipped is a view as it is sent.
func zipped(view shop.JobView) ([]byte, error) {
	var out bytes.Buffer
	w := gzip.NewWriter(&out)
	if err := json.NewEncoder(w).Encode(view); err != nil {
		return nil, err
	}
	err := w.Close()
	return out.Bytes(), err
}

// head registers what is told of a job as a whole.
func (a resources) head(api huma.API) {
	serve(a, api, office.Inspector, creating("add-answers", "/jobs/{id}/answers",
		"Answer what is asked before measuring"),
		func(ctx context.Context, in *struct {
			JobPath
			Body struct {
				Answers []shop.AnswerBody `json:"answers" minItems:"1" maxItems:"200"`
				Sure    bool              `json:"sure,omitempty" doc:"the person was asked about a stamp that looks mistyped, and it is so"`
			}
		}) (shop.JobView, error) {
			return a.shop.Answer(ctx, in.ID, in.Body.Answers, in.Body.Sure)
		})
	serve(a, api, office.Inspector, replacing("set-head", "/jobs/{id}/head",
		"Change customer, engine, duty or promised date"),
		func(ctx context.Context, in *struct {
			JobPath
			Versioned
			Body store.JobHead
		}) (shop.JobView, error) {
			version, err := in.version()
			if err != nil {
				return shop.JobView{}, err
			}
			return a.shop.SetHead(ctx, in.ID, version, in.Body)
		})
	serve(a, api, office.Decider, replacing("close-job", "/jobs/{id}/closed",
		"Take a job out of the shop's list with its outcome, or back into it"), withBody(a.shop.Close))
}
