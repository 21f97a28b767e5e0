package app.vineparcel.web.sources;

import app.vineparcel.core.geometry.CropPlace;
import app.vineparcel.core.geometry.FocalPoint;
import java.util.Collection;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Component;

/** Where somebody put crops on pieces, by the aspect's word. */
@Component
public class PieceCrops {

    private final JdbcTemplate database;

    PieceCrops(JdbcTemplate database) {
        this.database = database;
    }

    /** Those of these pieces; pieces without any are left out. */
    Map<Long, Map<String, CropPlace>> of(Collection<Long> pieces) {
        Map<Long, Map<String, CropPlace>> found = new HashMap<>();
        database.query(
                "select piece_id, aspect, x, y, share from piece_crop where piece_id = any(?)",
                row -> {
                    found.computeIfAbsent(row.getLong(1), piece -> new HashMap<>())
                            .put(
                                    row.getString(2),
                                    new CropPlace(
                                            new FocalPoint(row.getDouble(3), row.getDouble(4)), row.getDouble(5)));
                },
                (Object) pieces.toArray(Long[]::new));
        return found;
    }

    /** Puts the crop of an aspect somewhere, or leaves it to the focal point again. */
    public void put(long piece, String aspect, Optional<CropPlace> place) {
        if (place.isEmpty()) {
            database.update("delete from piece_crop where piece_id = ? and aspect = ?", piece, aspect);
            return;
        }
        database.update(
                """
                insert into piece_crop (piece_id, aspect, x, y, share) values (?, ?, ?, ?, ?)
                on conflict (piece_id, aspect) do update set x = excluded.x, y = excluded.y, share = excluded.share""",
                piece,
                aspect,
                place.get().centre().x(),
                place.get().centre().y(),
                place.get().share());
    }
}
