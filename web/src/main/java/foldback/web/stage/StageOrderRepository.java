package foldback.web.stage;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StageOrderRepository extends JpaRepository<StageOrder, Long> {
    Optional<StageOrder> findByTakeIdAndStage(Long takeId, String stage);
}
