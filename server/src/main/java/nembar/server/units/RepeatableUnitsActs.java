package nembar.server.units;

import nembar.server.approval.Repeatable;
import nembar.server.units.Units.Order;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A rearrangement of units can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatableUnitsActs {
    @Bean
    Repeatable<Order> unitsActsAgain(Units units) {
        return new Repeatable<>(
                "units", Order.class, (submission, key, order) -> units.arrange(submission, order));
    }
}
