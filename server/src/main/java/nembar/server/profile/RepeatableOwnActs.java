package nembar.server.profile;

import nembar.server.approval.Repeatable;
import nembar.server.profile.OwnDelegations.DelegationWanted;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What people do for themselves that can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatableOwnActs {
    @Bean
    Repeatable<DelegationWanted> ownDelegationActsAgain(OwnDelegations delegations) {
        return new Repeatable<>(
                OwnDelegationController.ACT,
                DelegationWanted.class,
                (submission, none, wanted) -> delegations.make(submission, wanted));
    }
}
