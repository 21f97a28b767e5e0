package app.vineparcel.web.plan;

import java.util.Collection;
import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface CellChoiceRepository extends JpaRepository<CellChoice, Long> {

    List<CellChoice> findByPieceIdIn(Collection<Long> pieces);
}
