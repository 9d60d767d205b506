package dev.cuenta.service;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.SpringBootConfiguration;
import org.springframework.boot.actuate.autoconfigure.endpoint.EndpointAutoConfiguration;
import org.springframework.boot.actuate.autoconfigure.endpoint.jackson.JacksonEndpointAutoConfiguration;
import org.springframework.boot.actuate.autoconfigure.endpoint.web.WebEndpointAutoConfiguration;
import org.springframework.boot.actuate.autoconfigure.web.server.ManagementContextAutoConfiguration;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.autoconfigure.availability.ApplicationAvailabilityAutoConfiguration;
import org.springframework.boot.autoconfigure.context.ConfigurationPropertiesAutoConfiguration;
import org.springframework.boot.autoconfigure.context.LifecycleAutoConfiguration;
import org.springframework.boot.autoconfigure.context.PropertyPlaceholderAutoConfiguration;
import org.springframework.boot.autoconfigure.ssl.SslAutoConfiguration;
import org.springframework.boot.autoconfigure.task.TaskExecutionAutoConfiguration;
import org.springframework.boot.context.properties.EnableConfigurationProperties;
import org.springframework.boot.health.autoconfigure.actuate.endpoint.AvailabilityProbesAutoConfiguration;
import org.springframework.boot.health.autoconfigure.actuate.endpoint.HealthEndpointAutoConfiguration;
import org.springframework.boot.health.autoconfigure.application.AvailabilityHealthContributorAutoConfiguration;
import org.springframework.boot.health.autoconfigure.application.DiskSpaceHealthContributorAutoConfiguration;
import org.springframework.boot.health.autoconfigure.contributor.HealthContributorAutoConfiguration;
import org.springframework.boot.health.autoconfigure.registry.HealthContributorRegistryAutoConfiguration;
import org.springframework.boot.http.converter.autoconfigure.HttpMessageConvertersAutoConfiguration;
import org.springframework.boot.jackson.autoconfigure.JacksonAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.MetricsAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.export.prometheus.PrometheusMetricsExportAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.jvm.JvmMetricsAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.logging.logback.LogbackMetricsAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.system.SystemMetricsAutoConfiguration;
import org.springframework.boot.micrometer.metrics.autoconfigure.task.TaskExecutorMetricsAutoConfiguration;
import org.springframework.boot.micrometer.observation.autoconfigure.ObservationAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.HttpEncodingAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.MultipartAutoConfiguration;
import org.springframework.boot.servlet.autoconfigure.actuate.web.ServletManagementContextAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.actuate.web.server.TomcatServletManagementContextAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.metrics.TomcatMetricsAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.servlet.TomcatServletWebServerAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.DispatcherServletAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.WebMvcAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.actuate.endpoint.web.WebMvcHealthEndpointExtensionAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.error.ErrorMvcAutoConfiguration;
import org.springframework.context.annotation.ComponentScan;

/** Starts the service: its own components, and of Spring Boot what is named here; no library adds anything by being there. */
@SpringBootConfiguration(proxyBeanMethods = false)
@ComponentScan
@ImportAutoConfiguration({
    ApplicationAvailabilityAutoConfiguration.class,
    AvailabilityHealthContributorAutoConfiguration.class,
    AvailabilityProbesAutoConfiguration.class,
    ConfigurationPropertiesAutoConfiguration.class,
    DiskSpaceHealthContributorAutoConfiguration.class,
    DispatcherServletAutoConfiguration.class,
    EndpointAutoConfiguration.class,
    ErrorMvcAutoConfiguration.class,
    HealthContributorAutoConfiguration.class,
    HealthContributorRegistryAutoConfiguration.class,
    HealthEndpointAutoConfiguration.class,
    HttpEncodingAutoConfiguration.class,
    HttpMessageConvertersAutoConfiguration.class,
    JacksonAutoConfiguration.class,
    JacksonEndpointAutoConfiguration.class,
    JvmMetricsAutoConfiguration.class,
    LifecycleAutoConfiguration.class,
    LogbackMetricsAutoConfiguration.class,
    ManagementContextAutoConfiguration.class,
    MetricsAutoConfiguration.class,
    MultipartAutoConfiguration.class,
    ObservationAutoConfiguration.class,
    PrometheusMetricsExportAutoConfiguration.class,
    PropertyPlaceholderAutoConfiguration.class,
    ServletManagementContextAutoConfiguration.class,
    SslAutoConfiguration.class,
    SystemMetricsAutoConfiguration.class,
    TaskExecutionAutoConfiguration.class,
    TaskExecutorMetricsAutoConfiguration.class,
    TomcatMetricsAutoConfiguration.class,
    TomcatServletManagementContextAutoConfiguration.class,
    TomcatServletWebServerAutoConfiguration.class,
    WebEndpointAutoConfiguration.class,
    WebMvcAutoConfiguration.class,
    WebMvcHealthEndpointExtensionAutoConfiguration.class
})
@EnableConfigurationProperties(Settings.class)
public class CuentaApplication {
    public static void main(String[] arguments) {
        SpringApplication application = new SpringApplication(CuentaApplication.class);
        application.addListeners(new StopInTime());
        application.run(arguments);
    }
}
