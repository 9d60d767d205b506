package dev.cuenta.service.testing;

import ch.qos.logback.classic.LoggerContext;
import ch.qos.logback.classic.encoder.PatternLayoutEncoder;
import ch.qos.logback.classic.spi.ILoggingEvent;
import ch.qos.logback.core.OutputStreamAppender;
import dev.cuenta.service.CuentaApplication;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import java.util.function.UnaryOperator;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.config.BeanPostProcessor;
import org.springframework.boot.builder.SpringApplicationBuilder;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.env.PropertySource;
import org.springframework.core.env.SystemEnvironmentPropertySource;

/** In the process of the tests: it starts in a second, where a process takes seven. */
public final class ServiceInProcess implements ServiceProgram {
    private final ByteArrayOutputStream log = new ByteArrayOutputStream();
    private final UnaryOperator<DataSource> between;
    private @Nullable ConfigurableApplicationContext context;
    private @Nullable OutputStreamAppender<ILoggingEvent> appender;

    public ServiceInProcess() {
        this(UnaryOperator.identity());
    }

    /** @param between stands between the service and its database */
    public ServiceInProcess(UnaryOperator<DataSource> between) {
        this.between = between;
    }

    @Override
    public void start(Map<String, String> settings) {
        // By that name Spring Boot reads it as it reads the environment of a process.
        PropertySource<?> environment =
                new SystemEnvironmentPropertySource("test-systemEnvironment", Map.<String, Object>copyOf(settings));
        context = new SpringApplicationBuilder(CuentaApplication.class)
                .initializers(prepared -> {
                    prepared.getEnvironment().getPropertySources().addFirst(environment);
                    prepared.getBeanFactory().addBeanPostProcessor(new BeanPostProcessor() {
                        @Override
                        public Object postProcessAfterInitialization(Object bean, String name) {
                            return bean instanceof DataSource pool ? between.apply(pool) : bean;
                        }
                    });
                })
                .registerShutdownHook(false)
                .run("--server.shutdown=immediate", "--server.port=" + settings.get("CUENTA_PORT"));
        appender = listen();
    }

    /** A bean of the running service. */
    <T> T bean(Class<T> type) {
        return context.getBean(type);
    }

    private OutputStreamAppender<ILoggingEvent> listen() {
        LoggerContext loggers = (LoggerContext) LoggerFactory.getILoggerFactory();
        PatternLayoutEncoder encoder = new PatternLayoutEncoder();
        encoder.setContext(loggers);
        encoder.setPattern("%d %-5level %thread %logger %msg%n%ex");
        encoder.start();
        OutputStreamAppender<ILoggingEvent> listener = new OutputStreamAppender<>();
        listener.setContext(loggers);
        listener.setEncoder(encoder);
        listener.setOutputStream(log);
        listener.start();
        loggers.getLogger("ROOT").addAppender(listener);
        return listener;
    }

    @Override
    public void stop() {
        context.close();
        LoggerContext loggers = (LoggerContext) LoggerFactory.getILoggerFactory();
        loggers.getLogger("ROOT").detachAppender(appender);
    }

    @Override
    public String log() {
        return log.toString(StandardCharsets.UTF_8);
    }
}
