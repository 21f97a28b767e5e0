package app.vineparcel.core.source.process;

import app.vineparcel.core.Problem;
import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.SourceReader;
import java.util.Optional;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/**
 * What a reading process says: what the source holds, or why it cannot be read.
 *
 * @param contents where it was read
 * @param code of the problem, else empty
 * @param file of the problem
 * @param reason of the problem
 * @param remedy of the problem
 */
record Answer(Optional<SourceReader.Contents> contents, String code, String file, String reason, String remedy) {

    private static final JsonMapper JSON = JsonMapper.builder().build();

    static Answer of(SourceReader.Contents contents) {
        return new Answer(Optional.of(contents), "", "", "", "");
    }

    static Answer of(Problem problem) {
        return new Answer(Optional.empty(), problem.code(), problem.file(), problem.reason(), problem.remedy());
    }

    byte[] json() {
        return JSON.writeValueAsBytes(this);
    }

    /**
     * The answer in a text.
     *
     * @throws IllegalArgumentException if it is none
     */
    static Answer read(byte[] json) {
        try {
            return JSON.readValue(json, Answer.class);
        } catch (JacksonException e) {
            throw new IllegalArgumentException("not an answer of a reading process", e);
        }
    }

    SourceReader.Contents value() throws ProblemException {
        if (contents.isPresent()) {
            return contents.get();
        }
        throw new ProblemException(
                switch (code) {
                    case "locked" -> new Problem.Locked(file, reason, remedy);
                    case "unsupported" -> new Problem.Unsupported(file, reason, remedy);
                    case "over-budget" -> new Problem.OverBudget(file, reason, remedy);
                    case "vanished" -> new Problem.Vanished(file, reason, remedy);
                    default -> new Problem.Unreadable(file, reason, remedy);
                });
    }
}
