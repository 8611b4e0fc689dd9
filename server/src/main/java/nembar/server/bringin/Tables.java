package nembar.server.bringin;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.StringReader;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import nembar.server.http.BadRequest;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipFile;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.dhatim.fastexcel.reader.Cell;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.dhatim.fastexcel.reader.Sheet;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * Reads files of rows by what is in them, whatever they are called: comma, semicolon or tab
 * separated text, or the first sheet of a workbook. Cells are texts; formulas stay unevaluated, as
 * the value that was kept with them.
 */
final class Tables {
    static final int ROWS_AT_MOST = 20_000;
    private static final int COLUMNS_AT_MOST = 100;
    private static final int CELL_AT_MOST = 2_000;
    private static final long UNPACKED_AT_MOST = 48L << 20;
    private static final Map<String, String> KINDS =
            Map.of(
                    "%PDF", "a PDF document",
                    "\u0089PNG", "a picture",
                    "GIF8", "a picture",
                    "\u00ff\u00d8\u00ff", "a picture",
                    "\u00d0\u00cf\u0011\u00e0", "an old spreadsheet; save it as .xlsx or CSV",
                    "{\\rt", "a text document",
                    "<htm", "a web page",
                    "<!DO", "a web page");

    private static final Logger LOG = LoggerFactory.getLogger(Tables.class);

    private Tables() {}

    /**
     * Rows of a file.
     *
     * @param remark what is worth knowing of how it was read; may be empty
     */
    record Table(List<List<String>> rows, String remark) {}

    /**
     * @param stopped asked now and then; true ends it
     * @throws BadRequest for what is no table
     */
    static Table read(byte[] bytes, BooleanSupplier stopped) {
        if (bytes.length == 0) {
            throw wrong("The file is empty.");
        }
        String start = new String(bytes, 0, Math.min(4, bytes.length), StandardCharsets.ISO_8859_1);
        KINDS.forEach(
                (magic, what) -> {
                    if (start.toLowerCase(Locale.ROOT).startsWith(magic.toLowerCase(Locale.ROOT))) {
                        throw wrong(
                                "This is "
                                        + what
                                        + ", whatever its name says. Drop a CSV or"
                                        + " XLSX file.");
                    }
                });
        return start.startsWith("PK") ? workbook(bytes, stopped) : text(bytes, stopped);
    }

    private static Table workbook(byte[] bytes, BooleanSupplier stopped) {
        checkUnpacked(bytes);
        List<List<String>> rows = new ArrayList<>();
        String remark = "";
        try (ReadableWorkbook workbook = new ReadableWorkbook(new ByteArrayInputStream(bytes))) {
            Sheet sheet = workbook.getFirstSheet();
            if (workbook.getSheets().count() > 1) {
                remark = "Only the first sheet, " + sheet.getName() + ", was read.";
            }
            try (Stream<Row> stream = sheet.openStream()) {
                for (Row row : (Iterable<Row>) stream::iterator) {
                    add(rows, cells(row), stopped);
                }
            }
        } catch (BadRequest | Stopped ours) {
            throw ours;
        } catch (IOException | RuntimeException broken) {
            LOG.info("a workbook could not be read", broken);
            throw wrong(
                    "This is packed like a workbook and cannot be read as one. Open it where it was"
                            + " made, and save it as XLSX or CSV.");
        }
        return new Table(rows, remark);
    }

    private static List<String> cells(Row row) {
        List<String> cells = new ArrayList<>();
        for (int i = 0; i < Math.min(row.getCellCount(), COLUMNS_AT_MOST); i++) {
            Cell cell = row.getCell(i);
            cells.add(cell == null || cell.getRawValue() == null ? "" : cell.getText());
        }
        return cells;
    }

    /** A small file may unpack to one that fills the memory. */
    private static void checkUnpacked(byte[] bytes) {
        byte[] buffer = new byte[1 << 16];
        long unpacked = 0;
        boolean workbook = false;
        try (ZipFile zip = ZipFile.builder().setByteArray(bytes).get()) {
            for (ZipArchiveEntry entry : Collections.list(zip.getEntries())) {
                workbook |= entry.getName().equals("xl/workbook.xml");
                try (InputStream in = zip.getInputStream(entry)) {
                    unpacked += size(in, buffer, UNPACKED_AT_MOST - unpacked);
                }
                if (unpacked >= UNPACKED_AT_MOST) {
                    throw wrong("Unpacked, this file is over 200 MB. Drop one with fewer rows.");
                }
            }
        } catch (IOException broken) {
            throw wrong("This file is damaged: it cannot be unpacked as the archive it begins as.");
        }
        if (!workbook) {
            throw wrong("This is an archive, not a workbook. Drop a CSV or XLSX file.");
        }
    }

    private static long size(InputStream in, byte[] buffer, long most) throws IOException {
        long size = 0;
        for (int got = in.read(buffer); got >= 0 && size < most; got = in.read(buffer)) {
            size += got;
        }
        return size;
    }

    private static Table text(byte[] bytes, BooleanSupplier stopped) {
        Decoded decoded = decode(bytes);
        String text = decoded.text();
        if (text.chars().limit(100_000).anyMatch(c -> c < ' ' && "\t\n\r\f".indexOf(c) < 0)) {
            throw wrong("This is no text: there are characters in it that no table has.");
        }
        List<List<String>> rows = new ArrayList<>();
        CSVFormat format =
                CSVFormat.DEFAULT
                        .builder()
                        .setDelimiter(delimiter(text))
                        .setIgnoreEmptyLines(true)
                        .setTrim(true)
                        .setLenientEof(true)
                        .setTrailingData(true)
                        .get();
        try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
            for (CSVRecord record : parser) {
                add(rows, record.toList(), stopped);
            }
        } catch (BadRequest | Stopped ours) {
            throw ours;
        } catch (IOException | RuntimeException broken) {
            throw wrong(
                    "Line "
                            + (rows.size() + 1)
                            + " cannot be read: most likely a quotation mark is not closed.");
        }
        return new Table(rows, decoded.remark());
    }

    private static void add(List<List<String>> rows, List<String> cells, BooleanSupplier stopped) {
        if (cells.stream().allMatch(String::isBlank)) {
            return;
        }
        if (rows.size() >= ROWS_AT_MOST) {
            throw wrong(
                    "There are more than "
                            + ROWS_AT_MOST
                            + " rows. Split the file and bring them in one after the other.");
        }
        if (rows.size() % 500 == 0 && stopped.getAsBoolean()) {
            throw new Stopped();
        }
        rows.add(
                cells.stream()
                        .limit(COLUMNS_AT_MOST)
                        .map(cell -> cell == null ? "" : cell.strip())
                        .map(
                                cell ->
                                        cell.length() > CELL_AT_MOST
                                                ? cell.substring(0, CELL_AT_MOST)
                                                : cell)
                        .toList());
    }

    /** Somebody does not want it any more. */
    static final class Stopped extends RuntimeException {
        private static final long serialVersionUID = 1;
    }

    private record Decoded(String text, String remark) {}

    private static Decoded decode(byte[] bytes) {
        if (bytes.length > 1 && (bytes[0] & 0xFF) == 0xFF && (bytes[1] & 0xFF) == 0xFE) {
            return new Decoded(
                    new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16LE), "");
        }
        if (bytes.length > 1 && (bytes[0] & 0xFF) == 0xFE && (bytes[1] & 0xFF) == 0xFF) {
            return new Decoded(
                    new String(bytes, 2, bytes.length - 2, StandardCharsets.UTF_16BE), "");
        }
        try {
            String text =
                    StandardCharsets.UTF_8
                            .newDecoder()
                            .onMalformedInput(CodingErrorAction.REPORT)
                            .decode(ByteBuffer.wrap(bytes))
                            .toString();
            return new Decoded(text.startsWith("\ufeff") ? text.substring(1) : text, "");
        } catch (CharacterCodingException otherwise) {
            return new Decoded(
                    new String(bytes, Charset.forName("windows-1252")),
                    "The file is not in UTF-8 and was read as Western European (Windows-1252). Look"
                            + " at names with accents before you go on.");
        }
    }

    /** Whichever of the usual ones stands most often in the first line. */
    private static char delimiter(String text) {
        String first = text.lines().filter(line -> !line.isBlank()).findFirst().orElse("");
        char best = ',';
        for (char one : new char[] {';', '\t'}) {
            if (count(first, one) > count(first, best)) {
                best = one;
            }
        }
        return best;
    }

    private static long count(String text, char wanted) {
        return text.chars().filter(c -> c == wanted).count();
    }

    private static BadRequest wrong(String why) {
        return new BadRequest("file", why);
    }
}
