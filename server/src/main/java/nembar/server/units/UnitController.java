package nembar.server.units;

import io.swagger.v3.oas.annotations.Operation;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.session.Me;
import nembar.server.units.Units.Order;
import nembar.server.units.Units.Placed;
import nembar.server.units.Units.UnitTree;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The tree of units over HTTP. */
@RestController
@RequestMapping("/api/units")
class UnitController {
    private final Units units;
    private final Me me;

    UnitController(Units units, Me me) {
        this.units = units;
        this.me = me;
    }

    @GetMapping
    @Operation(operationId = "units")
    UnitTree tree() {
        return units.tree(me.person());
    }

    /** Rearranges the tree, or says what that would change. */
    @PutMapping
    @Operation(operationId = "arrangeUnits")
    Preview arrange(@ParameterObject Submission.Parameters how, @RequestBody Order order) {
        List<String> about = new ArrayList<>(order.gone());
        order.units().stream().map(Placed::key).filter(Objects::nonNull).forEach(about::add);
        return units.arrange(
                how.by(me.person(), new RequestedAct("units", "", order, "unit", about)), order);
    }
}
