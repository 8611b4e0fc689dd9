package nembar.server;

import jakarta.persistence.EntityManager;
import jakarta.persistence.EntityManagerFactory;
import java.time.Clock;
import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;
import org.springframework.context.annotation.Bean;
import org.springframework.orm.jpa.SharedEntityManagerCreator;
import org.springframework.scheduling.annotation.EnableScheduling;

/** Starts Nembar. */
@SpringBootApplication
@ConfigurationPropertiesScan
@EnableScheduling
public class NembarServer {
    public static void main(String[] arguments) {
        SpringApplication.run(NembarServer.class, arguments);
    }

    /** The entity manager of the transaction at hand, to be handed to constructors. */
    @Bean
    static EntityManager entityManager(EntityManagerFactory factory) {
        return SharedEntityManagerCreator.createSharedEntityManager(factory);
    }

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }
}
