package foldback.web.proxy;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface ProxyOrderRepository extends JpaRepository<ProxyOrder, String> {

    /** Adds an order unless there is one; two pages may ask at once. */
    @Modifying
    @Query(
            nativeQuery = true,
            value = "INSERT IGNORE INTO proxy (sha256, file, state, share, message)"
                    + " VALUES (:sha256, :file, 'WAITING', 0, '')")
    void addIfMissing(String sha256, String file);
}
