package server_test

import (
	"context"
	"fmt"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
)

// Behind a proxy that is trusted the caller is whom it says: tries are counted by that
// address, answers are compressed for it, and all is for TLS only. Without trust, what a
// caller says of itself counts for nothing.
func TestBehindAProxy(t *testing.T) {
	ctx := context.Background()
	s, err := store.Open(ctx, storetest.In(t, t.TempDir(), store.Demo), store.Demo)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	require.NoError(t, demo.Fill(ctx, s))
	serving := func(trusted ...netip.Prefix) (house, *server.Metrics) {
		m := server.NewMetrics(s)
		h := server.New(server.Options{Store: s, Demo: true, Secure: true, Trusted: trusted, Metrics: m, Version: "test"})
		listening := httptest.NewServer(h)
		t.Cleanup(func() { listening.Close(); h.Close() })
		return house{url: listening.URL, api: h.API, store: s}, m
	}
	behind, metrics := serving(netip.MustParsePrefix("127.0.0.0/8"))
	open, _ := serving()

	entered := behind.browser(t).do("POST", "/api/v1/session/demo", "", "X-Forwarded-For", "10.1.2.3")
	require.Equal(t, 200, entered.status)
	assert.Contains(t, entered.header.Get("Set-Cookie"), "Secure")
	assert.Contains(t, entered.header.Get("Strict-Transport-Security"), "max-age")
	library := func(h house, headers ...string) string {
		req, err := http.NewRequest("POST", h.url+"/api/v1/calc/plates", strings.NewReader(`{"bar_kg":10,"plates":[{"mass_kg":0.5,"count":60},{"mass_kg":0.75,"count":60}],"target_kg":20}`))
		require.NoError(t, err)
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("Accept-Encoding", "gzip")
		for i := 0; i+1 < len(headers); i += 2 {
			req.Header.Set(headers[i], headers[i+1])
		}
		res, err := http.DefaultTransport.RoundTrip(req)
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		require.Equal(t, 200, res.StatusCode)
		return res.Header.Get("Content-Encoding")
	}
	assert.Equal(t, "gzip", library(behind, "X-Forwarded-For", "10.1.2.3"))
	assert.Empty(t, library(open, "X-Forwarded-For", "10.1.2.3"))

	try := func(h house, from string, n int) int {
		return h.browser(t).do("POST", "/api/v1/session", fmt.Sprintf(`{"email":"somebody-%d@example.test","password":""}`, n), "X-Forwarded-For", from).status
	}
	last := 0
	for n := range 12 {
		last = try(behind, "10.9.9.9", n)
	}
	assert.Equal(t, 429, last)
	assert.Equal(t, 422, try(behind, "10.9.9.10", 0), "another address is not held up")
	for n := range 12 {
		last = try(open, fmt.Sprintf("10.8.8.%d", n), n)
	}
	assert.Equal(t, 429, last, "without trust they are one")

	w := httptest.NewRecorder()
	metrics.Handler().ServeHTTP(w, httptest.NewRequest("GET", "/metrics", nil))
	assert.Contains(t, w.Body.String(), `scrappyrack_request_seconds_count{method="POST",route="/api/v1/session/demo",status="200"} 1`)
	assert.NotContains(t, w.Body.String(), "10.9.9.9")
	assert.Equal(t, 404, behind.browser(t).do("GET", "/metrics", "").status, "on their own listener only")
}
