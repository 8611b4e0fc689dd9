package nembar.server.document;

import nembar.core.directory.Audience;
import nembar.server.document.DesignDocument.WhoPart;

/** Takes audiences to their document form. */
public final class AudienceWriter {
    private static final WhoWriter WHO = new WhoWriter();

    private AudienceWriter() {}

    static DesignDocument.AudiencePart audience(Audience audience) {
        return new DesignDocument.AudiencePart(
                audience.of().stream().map(AudienceWriter::part).toList(),
                audience.except().stream().map(AudienceWriter::part).toList());
    }

    public static WhoPart part(Audience.Part part) {
        return part.fold(WHO);
    }

    private static final class WhoWriter implements Audience.Cases<WhoPart> {
        @Override
        public WhoPart onePerson(Audience.OnePerson part) {
            return new WhoPart(part.person(), null, null, null, null, null, null, null);
        }

        @Override
        public WhoPart oneTeam(Audience.OneTeam part) {
            return new WhoPart(null, part.team(), null, null, null, null, null, null);
        }

        @Override
        public WhoPart oneUnit(Audience.OneUnit part) {
            Boolean below = part.below() ? Boolean.TRUE : null;
            return new WhoPart(null, null, part.unit(), below, null, null, null, null);
        }

        @Override
        public WhoPart holdersOf(Audience.HoldersOf part) {
            return new WhoPart(null, null, null, null, part.role(), null, null, null);
        }

        @Override
        public WhoPart allStaff(Audience.AllStaff part) {
            return new WhoPart(null, null, null, null, null, "staff", null, null);
        }

        @Override
        public WhoPart allExternals(Audience.AllExternals part) {
            return new WhoPart(null, null, null, null, null, "externals", null, null);
        }

        @Override
        public WhoPart externalsOf(Audience.ExternalsOf part) {
            return new WhoPart(null, null, null, null, null, null, part.account(), null);
        }

        @Override
        public WhoPart externalsTagged(Audience.ExternalsTagged part) {
            return new WhoPart(null, null, null, null, null, null, null, part.tag());
        }
    }
}
