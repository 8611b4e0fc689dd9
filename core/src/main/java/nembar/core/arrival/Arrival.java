package nembar.core.arrival;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import nembar.core.directory.Account;
import nembar.core.directory.Person;

/**
 * A row and what was found of it.
 *
 * @param cells what the row says, by {@link ArrivalField#key}; the name is split already
 * @param person who would come, placed as row and defaults say; empty while something is wrong
 * @param known who has or had the address
 * @param first number of the earlier row with the same address
 * @param offer the account that the address's domain belongs to, where the row says none
 * @param teams keys of the teams the row names
 * @param newAccount name of an account that is to be made for the row
 * @param problems what is wrong, by the cell it is wrong in
 */
public record Arrival(
        int number,
        Map<String, String> cells,
        Verdict verdict,
        Optional<Person> person,
        Optional<Person> known,
        Optional<Integer> first,
        Optional<Account> offer,
        List<String> teams,
        Optional<String> newAccount,
        Map<String, String> problems) {}
