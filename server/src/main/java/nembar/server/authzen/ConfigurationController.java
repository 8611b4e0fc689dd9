package nembar.server.authzen;

import com.fasterxml.jackson.annotation.JsonProperty;
import io.swagger.v3.oas.annotations.Operation;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.support.ServletUriComponentsBuilder;

/** Where programs find the endpoints of the Authorization API. */
@RestController
class ConfigurationController {
    record Configuration(
            @JsonProperty("policy_decision_point") String policyDecisionPoint,
            @JsonProperty("access_evaluation_endpoint") String evaluation,
            @JsonProperty("access_evaluations_endpoint") String evaluations,
            @JsonProperty("search_subject_endpoint") String searchSubject,
            @JsonProperty("search_resource_endpoint") String searchResource,
            @JsonProperty("search_action_endpoint") String searchAction) {}

    @GetMapping("/.well-known/authzen-configuration")
    @Operation(operationId = "authzenConfiguration")
    Configuration configuration() {
        String base = ServletUriComponentsBuilder.fromCurrentContextPath().toUriString();
        String access = base + "/access/v1";
        return new Configuration(
                base,
                access + "/evaluation",
                access + "/evaluations",
                access + "/search/subject",
                access + "/search/resource",
                access + "/search/action");
    }
}
