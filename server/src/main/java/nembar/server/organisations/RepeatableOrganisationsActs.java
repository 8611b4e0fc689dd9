package nembar.server.organisations;

import nembar.server.agreeing.Again;
import nembar.server.organisations.Organisations.OrganisationEdit;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** A change of an organisation can wait for somebody's word. */
@Configuration(proxyBeanMethods = false)
class OrganisationsAgain {
    @Bean
    Again<OrganisationEdit> organisationActsAgain(Organisations organisations) {
        return new Again<>("organisation", OrganisationEdit.class, organisations::change);
    }
}
