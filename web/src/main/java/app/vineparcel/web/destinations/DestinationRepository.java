package app.vineparcel.web.destinations;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface DestinationRepository extends JpaRepository<DestinationEntity, Long> {

    List<DestinationEntity> findByRemovedAtIsNullOrderByNameAscIdAsc();

    boolean existsByNameIgnoreCaseAndRemovedAtIsNullAndIdNot(String name, long id);
}
