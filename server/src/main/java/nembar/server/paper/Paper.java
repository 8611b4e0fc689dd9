package nembar.server.paper;

import com.lowagie.text.Document;
import com.lowagie.text.Element;
import com.lowagie.text.Font;
import com.lowagie.text.PageSize;
import com.lowagie.text.Paragraph;
import com.lowagie.text.Phrase;
import com.lowagie.text.pdf.PdfPCell;
import com.lowagie.text.pdf.PdfPTable;
import com.lowagie.text.pdf.PdfWriter;
import java.awt.Color;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import org.librepdf.openpdf.fonts.Liberation;

/** A document of A4 pages that is being written, in one size of letters. */
public final class Paper implements AutoCloseable {
    private static final Color INK = new Color(0x22, 0x30, 0x3A);
    private static final Color QUIET = new Color(0x5C, 0x6A, 0x72);
    private static final Color LINE = new Color(0xDA, 0xD7, 0xCE);
    private static final Color KELP = new Color(0x2F, 0x5D, 0x50);

    private final Document document = new Document(PageSize.A4, 48, 48, 44, 44);
    private final PdfWriter writer;
    private final float size;

    /**
     * @param size of the letters, in points
     */
    public Paper(OutputStream to, String title, float size) {
        this.size = size;
        writer = PdfWriter.getInstance(document, to);
        document.addTitle(title);
        document.addCreator("Nembar");
        document.open();
        document.add(new Paragraph(title, font(Liberation.SANS_BOLD, size + 8, INK)));
    }

    public void heading(String words) {
        Paragraph heading = new Paragraph(words, font(Liberation.SANS_BOLD, size + 1, KELP));
        heading.setSpacingBefore(size);
        document.add(heading);
    }

    /**
     * @param before the space above it, in points
     */
    public void text(String words, float before) {
        text(words, INK, before);
    }

    /** What is beside the point. */
    public void quiet(String words, float before) {
        text(words, QUIET, before);
    }

    private void text(String words, Color color, float before) {
        Paragraph paragraph = new Paragraph(words, font(Liberation.SANS, size, color));
        paragraph.setLeading(size * 1.4f);
        paragraph.setSpacingBefore(before);
        document.add(paragraph);
    }

    /** A table whose columns are as wide as these numbers to each other. */
    public Table table(float... widths) {
        return new Table(widths);
    }

    /** How many pages it took. */
    public int pages() {
        return writer.getPageNumber() - 1;
    }

    /** Ends it; only then it can be read. */
    @Override
    public void close() {
        if (document.isOpen()) {
            document.close();
        }
    }

    /** Rows of cells, written once they are all there. */
    public final class Table {
        private final PdfPTable table;

        private Table(float... widths) {
            table = new PdfPTable(widths);
            table.setWidthPercentage(100);
            table.setSpacingBefore(size / 3);
        }

        /** The names of the columns, which come again on every page. */
        public Table heads(String... names) {
            for (String name : names) {
                cell(name, Liberation.SANS_BOLD, QUIET);
            }
            table.setHeaderRows(1);
            return this;
        }

        public Table strong(String words) {
            return cell(words, Liberation.SANS_BOLD, INK);
        }

        public Table cell(String words) {
            return cell(words, Liberation.SANS, INK);
        }

        private Table cell(String words, Liberation face, Color color) {
            PdfPCell cell = new PdfPCell(new Phrase(size * 1.3f, words, font(face, size, color)));
            cell.setBorder(PdfPCell.BOTTOM);
            cell.setBorderColor(LINE);
            cell.setPadding(size / 4);
            cell.setPaddingBottom(size / 2);
            cell.setPaddingLeft(0);
            cell.setVerticalAlignment(Element.ALIGN_TOP);
            table.addCell(cell);
            return this;
        }

        public void end() {
            document.add(table);
        }
    }

    private static Font font(Liberation face, float size, Color color) {
        try {
            Font font = face.create();
            font.setSize(size);
            font.setColor(color);
            return font;
        } catch (IOException missing) {
            throw new UncheckedIOException(missing);
        }
    }
}
