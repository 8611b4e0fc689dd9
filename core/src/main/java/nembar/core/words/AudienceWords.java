package nembar.core.words;

import java.util.List;
import nembar.core.design.Design;
import nembar.core.design.Role;
import nembar.core.directory.Audience;
import nembar.core.directory.Directory;
import nembar.core.model.AccessModel;
import nembar.core.text.Wording;

/** Says how a part of an audience has somebody: "member of Delta Dispatch". */
final class AudienceWords implements Audience.Cases<Step> {
    private final Directory directory;
    private final Design design;

    AudienceWords(AccessModel model) {
        directory = model.directory();
        design = model.design();
    }

    /** The audience as one phrase: "Delta Dispatch and all staff". */
    String phrase(Audience audience) {
        List<String> parts = audience.of().stream().map(this::phrase).toList();
        List<String> except = audience.except().stream().map(this::phrase).toList();
        return Wording.and(parts) + (except.isEmpty() ? "" : ", except " + Wording.and(except));
    }

    private String phrase(Audience.Part part) {
        Step step = part.fold(this);
        return step.detail().isEmpty() ? step.name() : step.name() + " " + step.detail();
    }

    @Override
    public Step onePerson(Audience.OnePerson part) {
        String name = directory.personName(part.person());
        return step("given in person to", name, "");
    }

    @Override
    public Step oneTeam(Audience.OneTeam part) {
        String name = directory.teamName(part.team());
        return step("member of", name, "");
    }

    @Override
    public Step oneUnit(Audience.OneUnit part) {
        String name = directory.unitName(part.unit());
        return step("sits in", name, part.below() ? "or below" : "");
    }

    @Override
    public Step holdersOf(Audience.HoldersOf part) {
        String name = design.role(part.role()).map(Role::name).orElse(part.role());
        return step("holder of", name, "");
    }

    @Override
    public Step allStaff(Audience.AllStaff part) {
        return step("one of", "all staff", "");
    }

    @Override
    public Step allExternals(Audience.AllExternals part) {
        return step("one of", "all externals", "");
    }

    @Override
    public Step externalsOf(Audience.ExternalsOf part) {
        String name = directory.accountName(part.account());
        return step("one of", "externals of " + name, "");
    }

    @Override
    public Step externalsTagged(Audience.ExternalsTagged part) {
        return step("one of", "externals of accounts tagged " + part.tag(), "");
    }

    private static Step step(String lead, String name, String detail) {
        return new Step(Step.Kind.AUDIENCE, lead, name, detail);
    }
}
