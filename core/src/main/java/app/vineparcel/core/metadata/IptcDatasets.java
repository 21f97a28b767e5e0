package app.vineparcel.core.metadata;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** Texts of the application record of IPTC-IIM 4.2 (record 2), always as UTF-8. */
final class IptcDatasets {

    static final int BY_LINE = 80;
    static final int CREDIT = 110;
    static final int COPYRIGHT = 116;
    static final int CONTACT = 118;

    /** Where something is or was: content location, city, sublocation, state, country. */
    private static final Set<Integer> LOCATION = Set.of(26, 27, 90, 92, 95, 100, 101);
    /** Sizes, previews and the record's own version: written anew or untrue of another picture. */
    private static final Set<Integer> OF_THE_FILE = Set.of(0, 200, 201, 202);

    private static final int MARKER = 0x1c;
    private static final int LONGEST = 32_000;
    private static final byte[] UTF_8 = {0x1b, '%', 'G'};

    /** A dataset: its number and its text's bytes. */
    private record Dataset(int number, byte[] data) {}

    private final List<Dataset> datasets = new ArrayList<>();

    /** Reads datasets; what is damaged ends the reading. Texts of an unnamed character set are taken for ISO 8859-1. */
    static IptcDatasets read(byte[] iptc) {
        IptcDatasets read = new IptcDatasets();
        boolean utf8 = false;
        for (int at = 0; at + 5 <= iptc.length && iptc[at] == MARKER; ) {
            int record = iptc[at + 1] & 0xff;
            int number = iptc[at + 2] & 0xff;
            int length = (iptc[at + 3] & 0xff) << 8 | iptc[at + 4] & 0xff;
            if (length > LONGEST || at + 5 + length > iptc.length) {
                break;
            }
            byte[] data = Arrays.copyOfRange(iptc, at + 5, at + 5 + length);
            utf8 |= record == 1 && number == 90 && Arrays.equals(data, UTF_8);
            if (record == 2 && !OF_THE_FILE.contains(number)) {
                Charset charset = utf8 ? StandardCharsets.UTF_8 : StandardCharsets.ISO_8859_1;
                read.datasets.add(new Dataset(number, new String(data, charset).getBytes(StandardCharsets.UTF_8)));
            }
            at += 5 + length;
        }
        return read;
    }

    Optional<String> text(int number) {
        return datasets.stream()
                .filter(dataset -> dataset.number() == number)
                .map(dataset -> new String(dataset.data(), StandardCharsets.UTF_8).strip())
                .filter(text -> !text.isEmpty())
                .findFirst();
    }

    /** Puts a text in the place of whatever stands under a number. */
    void set(int number, Optional<String> text) {
        if (text.isPresent()) {
            byte[] utf8 = text.get().getBytes(StandardCharsets.UTF_8);
            datasets.removeIf(dataset -> dataset.number() == number);
            datasets.add(new Dataset(number, utf8.length > LONGEST ? Arrays.copyOf(utf8, LONGEST) : utf8));
        }
    }

    void dropLocation() {
        datasets.removeIf(dataset -> LOCATION.contains(dataset.number()));
    }

    /** The datasets with their character set and version before them; empty where there are none. */
    Optional<byte[]> toBytes() {
        if (datasets.isEmpty()) {
            return Optional.empty();
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        write(out, 1, 90, UTF_8);
        write(out, 2, 0, new byte[] {0, 4});
        datasets.stream()
                .sorted(java.util.Comparator.comparingInt(Dataset::number))
                .forEach(dataset -> write(out, 2, dataset.number(), dataset.data()));
        return Optional.of(out.toByteArray());
    }

    private static void write(ByteArrayOutputStream out, int record, int number, byte[] data) {
        out.write(MARKER);
        out.write(record);
        out.write(number);
        out.write(data.length >> 8);
        out.write(data.length);
        out.writeBytes(data);
    }
}
