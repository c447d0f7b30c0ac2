package main

import (
	"os"
	"testing"

	"github.com/stretchr/testify/require"
)

// The document and the contract say what the register says today.
func TestWhatIsSaidAgainIsTrue(t *testing.T) {
	text, err := os.ReadFile("../../" + document)
	require.NoError(t, err)
	require.Equal(t, Document(), string(text), "run make generate")
	api, err := os.ReadFile("../../" + contract)
	require.NoError(t, err)
	require.Equal(t, string(Contract(api)), string(api), "run make generate")
}
