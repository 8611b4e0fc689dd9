package nembar.server.command;

import java.util.List;
import java.util.Map;
import nembar.core.catalogue.RecordType;
import nembar.core.directory.Person;

/**
 * Records that go from one person to another with a command.
 *
 * @param types whose records have an owner, by application
 */
public record HandingOver(Person from, Person to, Map<String, List<RecordType>> types) {}
