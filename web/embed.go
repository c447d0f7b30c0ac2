// Package web carries the built interface inside the binary.
package web

import "embed"

// Dist is what Vite built. In a tree that was not built yet it holds no
// index.html, and the server says so.
//
//go:embed all:dist
var Dist embed.FS
