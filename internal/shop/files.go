package shop

import (
	"bytes"
	"context"
	"crypto/sha256"
	"errors"
	"io"
	"strings"

	"ledge/internal/core/assembly"
	"ledge/internal/shop/refuse"
	"ledge/internal/store/db"

	"ledge/internal/archive"
	"ledge/internal/core/inspection"
	"ledge/internal/core/limit"
	"ledge/internal/core/part"
	"ledge/internal/core/unit"
	"ledge/internal/exchange"
	"ledge/internal/store"
	"ledge/internal/words"
)

// ImportAnswer says what an open file holds and, once it is taken, which job it became.
type ImportAnswer struct {
	Engine   string `json:"engine"`
	Customer string `json:"customer"`
	Features int    `json:"features"`
	Readings int    `json:"readings"`
	// Job is the new job; 0 for a preview.
	Job int64 `json:"job"`
}

// CardAnswer is what a card says.
type CardAnswer struct {
	Engine string      `json:"engine"`
	Unit   unit.System `json:"unit"`
	JudgementBody
}

// OpenFile is a job as an open file.
func (a *Application) OpenFile(ctx context.Context, job int64) (exchange.File, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	in, _ := record.Inspection()
	if in.Shelf, err = a.store.Shelf(ctx, job); err != nil {
		return exchange.File{}, err
	}
	var text bytes.Buffer
	err = exchange.WriteInspection(&text, in)
	return exchange.FileOf(record.Job.Number, ".ledge.json", "application/json", text.Bytes()), err
}

// Card is an engine's card: layout, limits and policy of a job as an open file without features.
func (a *Application) Card(ctx context.Context, job int64) (exchange.File, error) {
	record, err := a.store.Record(ctx, job)
	if err != nil {
		return exchange.File{}, err
	}
	in, _ := record.Inspection()
	in.Built = nil // but for how it is built
	if plan, told := assembly.PlanOf(record.Built); told {
		in.Built = []assembly.Event{{What: assembly.SetPlan, Plan: &plan}}
	}
	in.Features, in.Job = nil, inspection.Job{Engine: record.Job.Engine, Duty: record.Job.Duty}
	var text bytes.Buffer
	err = exchange.WriteInspection(&text, in)
	return exchange.FileOf(record.Job.Engine, ".card.json", "application/json", text.Bytes()), err
}

// ReadCard reads limits and policy out of a card or an open file; nothing is stored.
func (a *Application) ReadCard(text string) (CardAnswer, error) {
	read, err := exchange.Read(strings.NewReader(text))
	if err != nil {
		return CardAnswer{}, refuseFile(err)
	}
	limits := inspection.LimitSet{Book: read.Limits, Close: read.LimitsClose}
	if limits.Book == nil {
		limits.Book = map[part.Kind]limit.Limits{}
	}
	if limits.Close == nil {
		limits.Close = map[part.Kind]limit.Limits{}
	}
	return CardAnswer{read.Job.Engine, read.Unit, JudgementBody{Limits: limits, Policy: read.Policy}}, nil
}

// Archive writes a job with its whole record and photographs; name is what to save it under.
func (a *Application) Archive(ctx context.Context, job int64, to io.Writer) (name string, err error) {
	number, err := a.store.JobNumber(ctx, job)
	if err != nil {
		return "", err
	}
	return exchange.FileName(number) + ".ledge.zip", archive.Write(ctx, a.store, job, to)
}

// TakeArchive takes in a job's file of so many bytes as a job of its own. id is made by the client:
// sending it twice makes one job.
func (a *Application) TakeArchive(ctx context.Context, id string, file io.ReaderAt, size int64) (ImportAnswer, error) {
	digest := sha256.New()
	if _, err := io.Copy(digest, io.NewSectionReader(file, 0, size)); err != nil {
		return ImportAnswer{}, err
	}
	job, err := archive.Read(ctx, a.store, file, size, a.pictures, store.Made{ID: id, Of: digest.Sum(nil)})
	var refused *archive.Refusal
	var unsound *db.UnsoundError
	switch {
	case errors.As(err, &refused):
		return ImportAnswer{}, refuse.At("file", refused.Error())
	case errors.As(err, &unsound):
		return ImportAnswer{}, refuse.At("file", unsound.Error())
	}
	return ImportAnswer{Engine: job.Engine, Customer: job.Customer, Job: job.ID}, err
}

// ImportFile looks into an open file, or takes it as a new job under an id made by the client.
func (a *Application) ImportFile(ctx context.Context, id, text string, take bool) (ImportAnswer, error) {
	read, err := exchange.Read(strings.NewReader(text))
	if err != nil {
		return ImportAnswer{}, refuseFile(err)
	}
	if more := unstorable(read); len(more) > 0 {
		return ImportAnswer{}, refuseFile(more)
	}
	answer := ImportAnswer{Engine: read.Job.Engine, Customer: read.Job.Customer, Features: len(read.Features)}
	for _, f := range read.Features {
		if !f.Kind.Grid() && read.Engine != nil {
			f = f.Sheet(*read.Engine)
		}
		for _, row := range f.Cells {
			for _, cell := range row {
				answer.Readings += len(cell.Sizes) + len(cell.Weights)
			}
		}
	}
	switch {
	case !take:
		return answer, nil
	case id == "":
		says := words.Told("refuse.job_id")
		return answer, &refuse.Refusal{Says: says, Places: []refuse.Place{{Asked: "id", Says: says}}}
	}
	answer.Job, err = a.store.ImportJob(ctx, newJob(read, store.Made{ID: id, Of: []byte(text)}), read)
	return answer, err
}

// newJob is the job that an open file makes.
func newJob(read *inspection.Inspection, made store.Made) store.NewJob {
	came, duty := []part.Component{}, read.Job.Duty
	for _, f := range read.Features {
		if f.Component == "" && f.Kind.Row().Step != part.AtFits { // a fit may be read with a part that stays away
			came = append(came, f.Kind.ComponentOf(f.List.Journal))
		}
	}
	if part.Among(came, []part.Component{part.Block, part.Crankshaft}) { // as it comes out of an engine
		came = append(came, part.WholeEngine()...)
	}
	if !inspection.Duties.Has(duty) {
		duty = inspection.StandardDuty
	}
	return store.NewJob{Made: made, Customer: read.Job.Customer, Engine: read.Job.Engine, Duty: duty,
		Came: part.Ordered(came),
		Unit: read.Unit, Layout: *read.Engine, Policy: read.Policy,
		Limits: inspection.LimitSet{Book: read.Limits, Close: read.LimitsClose}}
}

// unstorable lists what a job needs and the file lacks.
func unstorable(in *inspection.Inspection) exchange.Problems {
	var problems exchange.Problems
	add := func(pointer, id string) {
		problems = append(problems, exchange.Problem{Pointer: pointer, Why: words.New(id)})
	}
	if in.Engine == nil {
		add("/engine", "file.needs_layout")
	}
	if strings.TrimSpace(in.Job.Engine) == "" {
		add("/job/engine", "file.needs_name")
	}
	return problems
}

// refuseFile names every place of a file that cannot be taken; other errors stay as they are.
func refuseFile(err error) error {
	var problems exchange.Problems
	if !errors.As(err, &problems) {
		return err
	}
	places := make([]refuse.Place, len(problems))
	for i, p := range problems {
		places[i] = refuse.Place{File: p.Pointer, Says: p.Text()}
	}
	return &refuse.Refusal{Says: words.Told("file.refused", "count", len(problems)), Places: places}
}
