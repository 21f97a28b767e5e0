package app.vineparcel.web.proof;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.render.ProofLayer;
import app.vineparcel.core.render.ProofSession;
import app.vineparcel.web.Text;
import app.vineparcel.web.Words;
import java.util.List;
import java.util.Locale;
import org.springframework.stereotype.Component;

/** What a layer of a proof says in numbers, in one line. */
@Component
class ProofNumbers {

    private static final List<String> CHANNELS = List.of("proof.red", "proof.green", "proof.blue");
    private static final List<String> INKS = List.of("proof.cyan", "proof.magenta", "proof.yellow", "proof.black");
    private static final Words WORDS = new Words();

    String of(ProofSession open, String column, ProofLayer layer) throws ProblemException {
        return switch (layer) {
            case SOURCE, RENDITION -> "";
            case DIFFERENCE -> {
                ProofSession.Distance distance = open.distance(column);
                yield Text.of(
                        "proof.differs",
                        String.format(Locale.ROOT, "%.2f", distance.mean()),
                        String.valueOf(distance.worst()));
            }
            case CLIPPING -> clipping(open.clipped(column));
            case GAMUT -> Text.of("proof.outside", WORDS.share(open.share(column, layer)));
            case PRESS -> Text.of("proof.on-paper");
            case MATTE -> Text.of("proof.lost", WORDS.share(open.share(column, layer)));
        };
    }

    private static String clipping(double[][] shares) {
        StringBuilder said = new StringBuilder();
        for (int channel = 0; channel < shares.length; channel++) {
            String name = shares.length == 1
                    ? Text.of("proof.grey")
                    : Text.of((shares.length == 3 ? CHANNELS : INKS).get(channel));
            said.append(channel == 0 ? "" : " · ")
                    .append(Text.of(
                            "proof.clips", name, WORDS.share(shares[channel][0]), WORDS.share(shares[channel][1])));
        }
        return said.toString();
    }
}
