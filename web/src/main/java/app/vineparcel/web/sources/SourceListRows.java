package app.vineparcel.web.sources;

import app.vineparcel.core.codec.SourceFormat;
import app.vineparcel.core.source.Piece;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Finds what an assignment's sources page consists of, in two questions however many there are. */
@Component
class SourceListRows {

    private static final String SOURCES =
            """
            select s.id, p.id, coalesce(p.given_name, p.own_name, s.file_name), coalesce(p.key, ''), p.kind, coalesce(p.offered, true), s.state,
                   s.missing, s.folder, s.file_name, s.format, s.layers <> '[]', s.kept_out, s.taken, coalesce(p.width / nullif(p.height, 0), 1),
                   count(p.id) over (partition by s.id)
            from source s left join piece p on p.source_id = s.id and p.present and s.state = 'READY'
            where s.assignment_id = ? and s.state <> 'REMOVED' order by s.position, p.position""";
    private static final String SHEETS =
            """
            select 0, p.id, coalesce(p.given_name, p.own_name), p.key, p.kind, p.offered, 'READY', false, '', '', null, false, '', null,
                   coalesce(p.width / nullif(p.height, 0), 1), 1
            from piece p where p.assignment_id = ? and p.kind = 'SHEET' and p.present order by p.position""";

    private final JdbcTemplate database;

    SourceListRows(JdbcTemplate database) {
        this.database = database;
    }

    /** The lines of sources by their places, then of sheets; pieces are numbered as the plan numbers them. */
    List<SourceListRow> of(long assignmentId) {
        List<SourceListRow> all = new ArrayList<>(database.query(SOURCES, (row, at) -> line(row), assignmentId));
        all.addAll(database.query(SHEETS, (row, at) -> line(row), assignmentId));
        List<SourceListRow> numbered = new ArrayList<>();
        int number = 0;
        for (SourceListRow line : all) {
            numbered.add(line.pieceId() > 0 ? line.numbered(++number) : line);
        }
        return numbered;
    }

    private static SourceListRow line(ResultSet row) throws SQLException {
        String named = row.getString(11);
        boolean document = false;
        if (named != null && row.getLong(2) > 0) {
            SourceFormat format = SourceFormat.valueOf(named);
            document = format.isVector() || row.getBoolean(12) || row.getInt(16) > 1 && format.isDocument();
        }
        String keptOut = row.getString(13);
        return new SourceListRow(
                row.getLong(1),
                row.getLong(2),
                0,
                row.getString(3),
                row.getString(4),
                row.getString(5) == null ? null : Piece.Kind.valueOf(row.getString(5)),
                row.getBoolean(6),
                Source.State.valueOf(row.getString(7)),
                row.getBoolean(8),
                row.getString(9),
                document ? row.getString(10) : "",
                keptOut.isEmpty() ? 0 : keptOut.split("\n").length,
                Optional.ofNullable(row.getObject(14, LocalDateTime.class)),
                row.getDouble(15));
    }
}
