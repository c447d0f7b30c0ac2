package main

import (
	"bufio"
	"fmt"
	"math"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"

	"enkaustos/internal/foresee/causes"
)

// regression is a logistic regression for each fault; one that never came has its base rate.
type regression struct {
	weights [][]float64 // by fault; the last is the constant
	base    []float64
}

// regress fits them with liblinear, as it comes: L2, C = 1, with a constant.
func regress(s *causes.School, from []causes.Result, base []float64) (r regression, err error) {
	dir, err := os.MkdirTemp("", "regress")
	if err != nil {
		return r, err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	r = regression{weights: make([][]float64, len(s.Faults)), base: base}
	for f := range s.Faults {
		var file strings.Builder
		came := 0
		for _, v := range from {
			label := "-1"
			if _, is := v.Faults[f]; is {
				label, came = "+1", came+1
			}
			file.WriteString(label)
			for i, x := range features(v.Said) {
				if x != 0 {
					fmt.Fprintf(&file, " %d:1", i+1)
				}
			}
			file.WriteByte('\n')
		}
		if came == 0 || came == len(from) {
			continue
		}
		if r.weights[f], err = fit(dir, file.String(), 2*len(s.Causes)); err != nil {
			return r, err
		}
	}
	return r, nil
}

// features are two for each cause: it was there; nobody said.
func features(said []causes.Said) []float64 {
	x := make([]float64, 2*len(said))
	for c, is := range said {
		switch is {
		case causes.There:
			x[2*c] = 1
		case causes.Nothing:
			x[2*c+1] = 1
		}
	}
	return x
}

// fit fits one, and reads the weights that liblinear wrote, turned so that they speak for the fault.
func fit(dir, data string, features int) ([]float64, error) {
	in, out := filepath.Join(dir, "in"), filepath.Join(dir, "out")
	if err := os.WriteFile(in, []byte(data), 0o600); err != nil {
		return nil, err
	}
	if text, err := exec.Command("liblinear-train", "-q", "-s", "0", "-c", "1", "-B", "1", in, out).CombinedOutput(); err != nil {
		return nil, fmt.Errorf("liblinear-train: %w: %s", err, text)
	}
	file, err := os.Open(out) //nolint:gosec // written just now
	if err != nil {
		return nil, err
	}
	defer func() { _ = file.Close() }()
	lines, sign, w, reading := bufio.NewScanner(file), 1.0, []float64(nil), false
	for lines.Scan() {
		line := strings.TrimSpace(lines.Text())
		switch {
		case strings.HasPrefix(line, "label -1"):
			sign = -1 // the weights speak for the first label
		case line == "w":
			reading = true
		case reading && line != "":
			v, err := strconv.ParseFloat(line, 64)
			if err != nil {
				return nil, err
			}
			w = append(w, sign*v)
		}
	}
	for len(w) < features+1 { // features that never came are left out before the constant
		w = append(w[:len(w)-1], 0, w[len(w)-1])
	}
	return w, lines.Err()
}

func (r regression) risk(fault int, said []causes.Said) float64 {
	w := r.weights[fault]
	if w == nil {
		return r.base[fault]
	}
	x := features(said)
	sum := w[len(w)-1]
	for i := range x {
		sum += w[i] * x[i]
	}
	return 1 / (1 + math.Exp(-sum))
}
