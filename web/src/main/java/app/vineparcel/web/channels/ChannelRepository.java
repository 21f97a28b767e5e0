package app.vineparcel.web.channels;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ChannelRepository extends JpaRepository<Channel, Long> {

    List<Channel> findByRemovedAtIsNullOrderByPosition();

    boolean existsByNameAndRemovedAtIsNullAndIdNot(String name, long id);
}
