package nembar.server.bringin;

import java.util.List;
import java.util.Map;
import nembar.core.arrival.Placement;
import nembar.server.people.RoleGrants.Given;

/**
 * What is said of a batch as a whole.
 *
 * @param headings of the file's columns; empty where nothing has columns
 * @param sample of the file's first rows, while columns are to be mapped
 * @param mapping field by number of the column
 * @param given the starting role; null for none
 * @param roleAsDraft whether the role is left as a draft for somebody who may give it
 * @param note the personal note of the invitations
 * @param compare whether inviter and invited compare a code
 * @param remark what is worth knowing of how the file was read
 */
record Content(
        List<String> headings,
        List<List<String>> sample,
        Map<String, String> mapping,
        Placement placing,
        Given given,
        Boolean roleAsDraft,
        String note,
        Boolean compare,
        String remark) {
    static final Content EMPTY =
            new Content(
                    List.of(), List.of(), Map.of(), Placement.NOWHERE, null, false, "", false, "");

    Content {
        headings = headings == null ? List.of() : List.copyOf(headings);
        sample = sample == null ? List.of() : List.copyOf(sample);
        mapping = mapping == null ? Map.of() : Map.copyOf(mapping);
        placing = placing == null ? Placement.NOWHERE : placing;
        roleAsDraft = Boolean.TRUE.equals(roleAsDraft);
        note = note == null ? "" : note;
        compare = Boolean.TRUE.equals(compare);
        remark = remark == null ? "" : remark;
    }

    Content said(Placement other, Given role, Boolean asDraft, String words, Boolean comparing) {
        return new Content(
                headings, sample, mapping, other, role, asDraft, words, comparing, remark);
    }

    Content read(
            List<String> columns,
            List<List<String>> rows,
            Map<String, String> fields,
            String told) {
        return new Content(columns, rows, fields, placing, given, roleAsDraft, note, compare, told);
    }
}
