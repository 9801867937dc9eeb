package molvet.server.platform;

import com.zaxxer.hikari.HikariDataSource;
import com.zaxxer.hikari.metrics.micrometer.MicrometerMetricsTrackerFactory;
import io.micrometer.core.instrument.Timer;
import io.micrometer.core.instrument.binder.jvm.JvmGcMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmMemoryMetrics;
import io.micrometer.core.instrument.binder.jvm.JvmThreadMetrics;
import io.micrometer.core.instrument.binder.system.ProcessorMetrics;
import io.micrometer.core.instrument.binder.system.UptimeMetrics;
import io.micrometer.prometheusmetrics.PrometheusConfig;
import io.micrometer.prometheusmetrics.PrometheusMeterRegistry;
import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.concurrent.TimeUnit;
import javax.sql.DataSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.tomcat.servlet.TomcatServletWebServerFactory;
import org.springframework.boot.web.server.WebServerFactoryCustomizer;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;
import org.springframework.web.servlet.HandlerMapping;

/**
 * What this server does, in numbers for a collector of metrics: Prometheus text at a door of its own that only this machine
 * can reach, and that leads to nothing else. No number names a collector.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class Metrics extends OncePerRequestFilter implements WebServerFactoryCustomizer<TomcatServletWebServerFactory> {
    private final int port;
    private final ObjectProvider<DataSource> database;
    private final PrometheusMeterRegistry registry = new PrometheusMeterRegistry(PrometheusConfig.DEFAULT);

    /** @param port 0: nothing is counted */
    Metrics(@Value("${molvet.metrics-port:0}") int port, ObjectProvider<DataSource> database) {
        this.port = port;
        this.database = database;
    }

    @Override
    public void customize(TomcatServletWebServerFactory factory) {
        if (port == 0) return;
        LoopbackDoor.open(factory, port);
        new JvmMemoryMetrics().bindTo(registry);
        new JvmGcMetrics().bindTo(registry);
        new JvmThreadMetrics().bindTo(registry);
        new ProcessorMetrics().bindTo(registry);
        new UptimeMetrics().bindTo(registry);
        if (database.getObject() instanceof HikariDataSource pool) {
            pool.setMetricsTrackerFactory(new MicrometerMetricsTrackerFactory(registry));
        }
    }

    @Override
    protected boolean shouldNotFilter(HttpServletRequest request) {
        return port == 0;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (request.getLocalPort() == port) {
            tell(request, response);
            return;
        }
        long begun = System.nanoTime();
        try {
            chain.doFilter(request, response);
        } finally {
            Object pattern = request.getAttribute(HandlerMapping.BEST_MATCHING_PATTERN_ATTRIBUTE);
            Timer.builder("http.server.requests")
                    .tag("method", request.getMethod())
                    // By the kind of address, of which there are few, and never by the address.
                    .tag("uri", pattern == null ? "none" : pattern.toString())
                    .tag("status", String.valueOf(response.getStatus()))
                    .publishPercentileHistogram()
                    .register(registry)
                    .record(System.nanoTime() - begun, TimeUnit.NANOSECONDS);
        }
    }

    private void tell(HttpServletRequest request, HttpServletResponse response) throws IOException {
        if (!request.getRequestURI().equals("/metrics")) {
            response.setStatus(HttpStatus.NOT_FOUND.value());
            return;
        }
        response.setContentType("text/plain; version=0.0.4; charset=utf-8");
        response.getOutputStream().write(registry.scrape().getBytes(StandardCharsets.UTF_8));
    }
}
