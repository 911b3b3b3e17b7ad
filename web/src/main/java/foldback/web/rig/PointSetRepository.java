package foldback.web.rig;

import java.util.Optional;
import org.springframework.data.repository.Repository;

interface PointSetRepository extends Repository<PointSet, Long> {
    PointSet save(PointSet set);

    Optional<PointSet> findBySha256(String sha256);

    boolean existsBySha256(String sha256);
}
