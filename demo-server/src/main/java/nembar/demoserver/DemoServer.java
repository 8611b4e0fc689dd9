package nembar.demoserver;

import nembar.server.NembarServer;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.context.annotation.ComponentScan;
import org.springframework.context.annotation.Configuration;

/** Starts Nembar with the demo world. */
@Configuration
@ComponentScan
@ConfigurationPropertiesScan
public class DemoServer {
    public static void main(String[] arguments) {
        run(arguments);
    }

    public static ConfigurableApplicationContext run(String... arguments) {
        return SpringApplication.run(
                new Class<?>[] {NembarServer.class, DemoServer.class}, arguments);
    }
}
