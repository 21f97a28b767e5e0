package app.vineparcel.web.runs;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface RenditionRepository extends JpaRepository<Rendition, Long> {

    /** How many renditions of a run are in a state, and how heavy they are. */
    record Sum(long runId, Rendition.State state, long count, long bytes) {}

    /** How many files were made by a kept recipe. */
    record Use(long recipeId, long count) {}

    @Query(
            """
            select new app.vineparcel.web.runs.RenditionRepository$Use(r.recipeId, count(r))
            from Rendition r where r.recipeId is not null and r.state = 'DONE' group by r.recipeId""")
    List<Use> uses();

    List<Rendition> findByRunIdOrderByPosition(long runId);

    List<Rendition> findByRunIdAndState(long runId, Rendition.State state);

    boolean existsByRunIdAndState(long runId, Rendition.State state);

    @Query(
            """
            select new app.vineparcel.web.runs.RenditionRepository$Sum(
                r.runId, r.state, count(r), coalesce(sum(coalesce(r.bytes, r.predictedBytes)), 0))
            from Rendition r where r.runId in ?1 group by r.runId, r.state""")
    List<Sum> sums(List<Long> runIds);
}
