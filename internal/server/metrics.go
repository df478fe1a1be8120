package server

import (
	"net/http"
	"strconv"
	"time"

	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"

	"scrappyrack/internal/store"
)

// Metrics counts and times requests, for a listener of its own. A nil one counts
// nothing.
type Metrics struct {
	registry *prometheus.Registry
	requests *prometheus.HistogramVec
}

// NewMetrics makes them, with those of the process and of a store's queue.
func NewMetrics(s *store.Store) *Metrics {
	m := &Metrics{registry: prometheus.NewRegistry()}
	m.requests = prometheus.NewHistogramVec(prometheus.HistogramOpts{
		Name: "scrappyrack_request_seconds", Help: "How long requests took to be answered.",
		Buckets: []float64{0.001, 0.0025, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10},
	}, []string{"method", "route", "status"})
	m.registry.MustRegister(
		m.requests, collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}),
		prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: "scrappyrack_changes_waiting", Help: "Changes that wait to be written."},
			func() float64 { return float64(s.Waiting()) }),
	)
	return m
}

func (m *Metrics) request(method, route string, status int, took time.Duration) {
	if m != nil {
		m.requests.WithLabelValues(method, route, strconv.Itoa(status)).Observe(took.Seconds())
	}
}

// Handler answers with the metrics as Prometheus reads them.
func (m *Metrics) Handler() http.Handler {
	mux := http.NewServeMux()
	mux.Handle("GET /metrics", promhttp.HandlerFor(m.registry, promhttp.HandlerOpts{}))
	return mux
}
