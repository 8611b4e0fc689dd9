package nembar.server.organisations;

import nembar.server.approval.Repeatable;
import nembar.server.organisations.Organisations.OrganisationEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A change of an organisation can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class RepeatableOrganisationsActs {
    @Bean
    Repeatable<OrganisationEdit> organisationActsAgain(Organisations organisations) {
        return new Repeatable<>("organisation", OrganisationEdit.class, organisations::change);
    }
}
