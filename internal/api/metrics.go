package api

import (
	"net/http"
	"strconv"
	"time"

	"figladder/internal/store"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"
)

// Metrics counts what the server does, for Prometheus. A nil one counts nothing.
type Metrics struct {
	registry *prometheus.Registry
	requests *prometheus.HistogramVec
}

// NewMetrics counts requests, the process and the database's connections.
func NewMetrics(s *store.Store) *Metrics {
	m := &Metrics{registry: prometheus.NewRegistry(), requests: prometheus.NewHistogramVec(prometheus.HistogramOpts{
		Name: "figladder_request_seconds", Help: "How long requests took.", Buckets: []float64{0.01, 0.05, 0.2, 1, 5, 30},
	}, []string{"method", "route", "status"})}
	m.registry.MustRegister(m.requests, collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}), collectors.NewDBStatsCollector(s.SQL, "figladder"))
	return m
}

// Handler serves the figures.
func (m *Metrics) Handler() http.Handler {
	return promhttp.HandlerFor(m.registry, promhttp.HandlerOpts{})
}

func (m *Metrics) request(method, route string, status int, took time.Duration) {
	if m == nil {
		return
	}
	if route == "" {
		route = "page" // or an address that there is not: anybody can make those up
	}
	m.requests.WithLabelValues(method, route, strconv.Itoa(status)).Observe(took.Seconds())
}
