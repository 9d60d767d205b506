package dev.cuenta.service;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.EnableConfigurationProperties;

/** Starts the service. */
@SpringBootApplication(proxyBeanMethods = false)
@EnableConfigurationProperties(Settings.class)
public class CuentaApplication {
    public static void main(String[] arguments) {
        SpringApplication application = new SpringApplication(CuentaApplication.class);
        application.addListeners(new StopInTime());
        application.run(arguments);
    }
}
