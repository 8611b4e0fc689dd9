package nembar.server.accounts;

import io.swagger.v3.oas.annotations.Operation;
import java.util.List;
import nembar.server.accounts.Accounts.AccountEdit;
import nembar.server.accounts.Accounts.AccountPage;
import nembar.server.accounts.Accounts.AccountSheet;
import nembar.server.approval.RequestedAct;
import nembar.server.approval.Submission;
import nembar.server.command.Preview;
import nembar.server.http.Paging;
import nembar.server.session.Me;
import org.springdoc.core.annotations.ParameterObject;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Accounts over HTTP. */
@RestController
@RequestMapping("/api/accounts")
class AccountController {
    private final Accounts accounts;
    private final Me me;

    AccountController(Accounts accounts, Me me) {
        this.accounts = accounts;
        this.me = me;
    }

    record Made(String key) {}

    @GetMapping
    @Operation(operationId = "accounts")
    AccountPage list(
            @RequestParam(defaultValue = "") String search,
            @RequestParam(defaultValue = "") String tag,
            @RequestParam(defaultValue = "0") int page,
            @RequestParam(defaultValue = "50") int size) {
        Paging.check(page, size);
        return accounts.list(me.person(), search, tag, page, size);
    }

    @GetMapping("/{key}")
    @Operation(operationId = "account")
    AccountSheet sheet(@PathVariable String key) {
        return accounts.sheet(me.person(), key);
    }

    @PostMapping
    @Operation(operationId = "newAccount")
    Made create(@RequestBody AccountEdit edit) {
        return new Made(accounts.create(me.person(), edit));
    }

    /** Changes it, or says what that would change. */
    @PutMapping("/{key}")
    @Operation(operationId = "changeAccount")
    Preview change(
            @PathVariable String key,
            @ParameterObject Submission.Parameters how,
            @RequestBody AccountEdit edit) {
        RequestedAct act = new RequestedAct("account", key, edit, "account", List.of(key));
        return accounts.change(how.by(me.person(), act), key, edit);
    }
}
