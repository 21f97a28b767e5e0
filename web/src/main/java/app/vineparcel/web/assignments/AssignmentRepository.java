package app.vineparcel.web.assignments;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface AssignmentRepository extends JpaRepository<Assignment, Long> {

    List<Assignment> findAllByOrderByCreatedAtDesc();

    Optional<Assignment> findFirstByOrderByIdDesc();

    Optional<Assignment> findByNameIgnoreCase(String name);
}
