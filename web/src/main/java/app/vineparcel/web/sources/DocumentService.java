package app.vineparcel.web.sources;

import app.vineparcel.core.ProblemException;
import app.vineparcel.core.source.Document;
import app.vineparcel.core.source.PageBox;
import app.vineparcel.core.source.Piece;
import app.vineparcel.core.source.SourceReader;
import app.vineparcel.web.storage.Uploads;
import java.nio.file.Path;
import java.util.List;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Changes how documents are taken. */
@Service
class DocumentService {

    private final SourceService sources;
    private final SourceRepository repository;
    private final PieceService pieces;
    private final SourceReader reader;
    private final SourceIntake intake;
    private final Uploads uploads;

    DocumentService(
            SourceService sources,
            SourceRepository repository,
            PieceService pieces,
            SourceReader reader,
            SourceIntake intake,
            Uploads uploads) {
        this.sources = sources;
        this.repository = repository;
        this.pieces = pieces;
        this.reader = reader;
        this.intake = intake;
        this.uploads = uploads;
    }

    /** Takes a document by another page box, without some layers, on paper or not; its pieces change with it at once. */
    @Transactional(rollbackFor = ProblemException.class)
    SourceEntity setOptions(long id, PageBox box, List<String> keptOut, boolean paper) throws ProblemException {
        SourceEntity source = sources.entity(id);
        source.setOptions(box, keptOut.stream().filter(key -> !key.isBlank()).toList(), paper, repository.nextChange());
        try (Document document = reader.document(source.file(), source.options())) {
            pieces.sync(source, document.pieces());
        }
        return repository.save(source);
    }

    /** The named parts that could be pieces. */
    List<Piece> objects(Source source) throws ProblemException {
        return reader.objects(source.file(), source.options());
    }

    void addObjects(Source source, List<String> keys) throws ProblemException {
        pieces.addObjects(
                source,
                objects(source).stream()
                        .filter(object -> keys.contains(object.key()))
                        .toList());
    }

    /** Keeps a copy that needs no password and reads that; the password is not kept. */
    @Transactional(rollbackFor = ProblemException.class)
    void unlock(Source source, String password) throws ProblemException {
        Path copy = uploads.place(source.fileName());
        SourceReader.unlock(source.file(), password, copy);
        replace(source.id(), copy);
    }

    /** Reads another file in a source's stead; names and regions are kept where they fit. */
    @Transactional(rollbackFor = ProblemException.class)
    void replace(long id, Path file) throws ProblemException {
        SourceEntity source = sources.entity(id);
        source.replace(file, repository.nextChange());
        repository.save(source);
        intake.want(List.of(id));
    }
}
