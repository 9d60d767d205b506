package dev.cuenta.bench.byhand;

import com.zaxxer.hikari.HikariConfig;
import com.zaxxer.hikari.HikariDataSource;
import org.hibernate.SessionFactory;
import org.hibernate.boot.model.naming.PhysicalNamingStrategySnakeCaseImpl;
import org.hibernate.cfg.Configuration;
import org.hibernate.cfg.JdbcSettings;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.ImportAutoConfiguration;
import org.springframework.boot.http.converter.autoconfigure.HttpMessageConvertersAutoConfiguration;
import org.springframework.boot.jackson.autoconfigure.JacksonAutoConfiguration;
import org.springframework.boot.tomcat.autoconfigure.servlet.TomcatServletWebServerAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.DispatcherServletAutoConfiguration;
import org.springframework.boot.webmvc.autoconfigure.WebMvcAutoConfiguration;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Import;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Listens on {@code server.port}; finds its tables by {@code BYHAND_DATABASE_URL} and {@code BYHAND_DATABASE_USER}. */
@org.springframework.context.annotation.Configuration(proxyBeanMethods = false)
@ImportAutoConfiguration({
    TomcatServletWebServerAutoConfiguration.class,
    DispatcherServletAutoConfiguration.class,
    WebMvcAutoConfiguration.class,
    HttpMessageConvertersAutoConfiguration.class,
    JacksonAutoConfiguration.class
})
@Import(AccountController.class)
public class ByHandService {
    public static void main(String[] arguments) {
        SpringApplication.run(ByHandService.class, arguments);
    }

    @Bean
    HikariDataSource dataSource() {
        HikariConfig config = new HikariConfig();
        config.setJdbcUrl(System.getenv("BYHAND_DATABASE_URL"));
        config.setUsername(System.getenv("BYHAND_DATABASE_USER"));
        config.setMaximumPoolSize(16);
        return new HikariDataSource(config);
    }

    @Bean
    SessionFactory sessions(HikariDataSource dataSource) {
        Configuration mapping = new Configuration();
        mapping.setPhysicalNamingStrategy(new PhysicalNamingStrategySnakeCaseImpl());
        mapping.addAnnotatedClasses(Account.class, Person.class, Mooring.class, Membership.class, ServiceKey.class);
        mapping.getProperties().put(JdbcSettings.JAKARTA_NON_JTA_DATASOURCE, dataSource);
        return mapping.buildSessionFactory();
    }

    @Bean
    WebMvcConfigurer keys(SessionFactory sessions) {
        return new WebMvcConfigurer() {
            @Override
            public void addInterceptors(InterceptorRegistry registry) {
                registry.addInterceptor(new Keys(sessions));
            }
        };
    }
}
