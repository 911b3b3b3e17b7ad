package foldback.web.stage;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface StageOrderRepository extends JpaRepository<StageOrder, Long> {
    List<StageOrder> findByTakeId(Long takeId);

    Optional<StageOrder> findByTakeIdAndStage(Long takeId, String stage);
}
