package main

import (
	"bytes"
	"io/fs"
	"os"
	"path/filepath"
	"regexp"
	"strings"
)

// said are tagged for the contract or for files and never lie on the disk.
var said = []string{
	"core/piece/below.go", "core/piece/drawing.go", "core/piece/free.go", "core/ready/ready.go",
	"internal/demo/", "internal/exchange/", "internal/contract/", "internal/mutate/", "internal/bigschool/", "internal/storm/",
}

var tagged = regexp.MustCompile("`json:\"[a-zA-Z][^`]*`")

// keptFields are the fields that lie on the disk, each forgotten: it is neither written
// nor read.
func keptFields() (all []broken, err error) {
	for _, root := range []string{"core", "internal"} {
		err := filepath.WalkDir(root, func(path string, d fs.DirEntry, err error) error {
			if err != nil || d.IsDir() || !strings.HasSuffix(path, ".go") || strings.HasSuffix(path, "_test.go") || onlySaid(path) {
				return err
			}
			text, err := os.ReadFile(path)
			if err != nil {
				return err
			}
			for _, at := range tagged.FindAllIndex(text, -1) {
				line := bytes.Count(text[:at[0]], []byte("\n")) + 1
				all = append(all, broken{path, line, strings.Trim(string(text[at[0]:at[1]]), "`"), "`json:\"-\"`", at[0], at[1]})
			}
			return nil
		})
		if err != nil {
			return nil, err
		}
	}
	return all, nil
}

func onlySaid(path string) bool {
	for _, p := range said {
		if strings.HasPrefix(filepath.ToSlash(path), p) {
			return true
		}
	}
	return false
}
