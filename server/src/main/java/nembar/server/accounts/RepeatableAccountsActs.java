package nembar.server.accounts;

import nembar.server.accounts.Accounts.AccountEdit;
import nembar.server.approval.Repeatable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A change of an account can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatableAccountsActs {
    @Bean
    Repeatable<AccountEdit> accountActsAgain(Accounts accounts) {
        return new Repeatable<>("account", AccountEdit.class, accounts::change);
    }
}
