//go:build ignore

// Cross checks that Ledge is whole on the other systems that it runs on, without building it there: every file
// that it would be built of is read for each system, Ledge's own down to the last statement, those of others by
// what they declare. Four builds say no more of Ledge and cost as much as all other tests. CROSS=all builds
// every one.
//
//	go run scripts/cross.go
package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"go/types"
	"io"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
)

// Package is what `go list` says of one.
type Package struct {
	ImportPath, Dir string
	GoFiles         []string
	ImportMap       map[string]string
	Module          *struct{ Main bool }
	Standard        bool
}

func main() {
	failed := false
	for _, target := range []string{"windows/amd64", "windows/arm64", "darwin/amd64", "darwin/arm64"} {
		system, arch, _ := strings.Cut(target, "/")
		env := append(os.Environ(), "GOOS="+system, "GOARCH="+arch, "CGO_ENABLED=0")
		how, check := "whole", whole
		if os.Getenv("CROSS") == "all" {
			how, check = "built", built
		}
		if err := check(env, arch); err != nil {
			fmt.Printf("%s: %v\n", target, err)
			failed = true
			continue
		}
		fmt.Printf("%s: %s\n", target, how)
	}
	if failed {
		os.Exit(1)
	}
}

func built(env []string, _ string) error {
	out, err := os.MkdirTemp("", "cross")
	if err != nil {
		return err
	}
	defer os.RemoveAll(out)
	build := exec.Command("go", "build", "-o", out, "./cmd/ledge")
	build.Env, build.Stdout, build.Stderr = env, os.Stdout, os.Stderr
	return build.Run()
}

// whole reads all packages, those that others need first, and reports what does not fit together.
func whole(env []string, arch string) error {
	list := exec.Command("go", "list", "-deps", "-json=ImportPath,Dir,GoFiles,ImportMap,Module,Standard", "./cmd/ledge")
	list.Env, list.Stderr = env, os.Stderr
	answer, err := list.Output()
	if err != nil {
		return err
	}
	known := map[string]*types.Package{"unsafe": types.Unsafe}
	files := token.NewFileSet()
	var wrong []error
	for decoder := json.NewDecoder(strings.NewReader(string(answer))); ; {
		var p Package
		if err := decoder.Decode(&p); errors.Is(err, io.EOF) {
			return errors.Join(wrong...)
		} else if err != nil {
			return err
		}
		if p.ImportPath == "unsafe" {
			continue
		}
		own := p.Module != nil && p.Module.Main
		var parsed []*ast.File
		for _, name := range p.GoFiles {
			file, err := parser.ParseFile(files, filepath.Join(p.Dir, name), nil, parser.SkipObjectResolution)
			if err != nil {
				return err
			}
			parsed = append(parsed, file)
		}
		checker := types.Config{
			Importer:         imports{known, p.ImportMap},
			Sizes:            types.SizesFor("gc", arch),
			IgnoreFuncBodies: !own,
			FakeImportC:      true,
			Error: func(err error) {
				// A body that is not read uses none of its imports.
				if own || !strings.Contains(err.Error(), "imported and not used") {
					wrong = append(wrong, err)
				}
			},
		}
		known[p.ImportPath], _ = checker.Check(p.ImportPath, files, parsed, nil) // errors are told as they are found
	}
}

type imports struct {
	known map[string]*types.Package
	named map[string]string
}

func (i imports) Import(path string) (*types.Package, error) {
	if to, ok := i.named[path]; ok {
		path = to
	}
	if p := i.known[path]; p != nil {
		return p, nil
	}
	return nil, fmt.Errorf("there is no package %q", path)
}
