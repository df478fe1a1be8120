// Package web holds the built front end inside the binary.
package web

import "embed"

// Dist is the built front end; it holds only a placeholder before the build.
//
//go:embed all:dist
var Dist embed.FS
