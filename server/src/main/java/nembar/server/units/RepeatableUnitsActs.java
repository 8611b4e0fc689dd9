package nembar.server.units;

import nembar.server.agreeing.Again;
import nembar.server.units.Units.Order;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A rearrangement of units can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class UnitsAgain {
    @Bean
    Again<Order> unitsActsAgain(Units units) {
        return new Again<>(
                "units", Order.class, (intent, key, order) -> units.arrange(intent, order));
    }
}
