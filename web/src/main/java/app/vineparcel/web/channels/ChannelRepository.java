package app.vineparcel.web.channels;

import jakarta.persistence.LockModeType;
import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.EntityGraph;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Lock;
import org.springframework.data.jpa.repository.Query;

interface ChannelRepository extends JpaRepository<ChannelEntity, Long> {

    /** Of its own for the length of a transaction. */
    @Lock(LockModeType.PESSIMISTIC_WRITE)
    @Query("select x from Channel x where x.id = ?1")
    Optional<ChannelEntity> findToChange(long id);

    @EntityGraph(attributePaths = "parts")
    List<ChannelEntity> findByRemovedAtIsNullOrderByPosition();

    boolean existsByNameAndRemovedAtIsNullAndIdNot(String name, long id);
}
