package app.vineparcel.web.runs;

import java.util.List;
import org.springframework.data.domain.Limit;
import org.springframework.data.domain.ScrollPosition;
import org.springframework.data.domain.Window;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RenditionRepository extends JpaRepository<RenditionEntity, Long> {

    /** How many files were made by a kept recipe. */
    record Use(long recipeId, long count) {}

    @Query(
            """
            select new app.vineparcel.web.runs.RenditionRepository$Use(r.recipeId, count(r))
            from Rendition r where r.recipeId is not null and r.state = 'DONE' group by r.recipeId""")
    List<Use> uses();

    List<RenditionEntity> findByRunIdOrderByPosition(long runId);

    Window<Rendition> findByRunIdAndStateInOrderByPosition(
            long runId, List<Rendition.State> states, ScrollPosition from, Limit limit);

    long countByRunIdAndStateIn(long runId, List<Rendition.State> states);

    List<RenditionEntity> findByRunIdAndPositionInOrderByPosition(long runId, List<Integer> positions);
}
