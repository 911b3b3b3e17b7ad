package foldback.web.page;

import java.sql.SQLException;
import java.util.Set;

/** How MariaDB says that its disk is full. */
final class DiskFull {
    /** ER_DISK_FULL, ER_RECORD_FILE_FULL, ER_ERROR_ON_WRITE, ER_TEMP_FILE_WRITE_FAILURE, ER_GET_ERRNO. */
    private static final Set<Integer> CODES = Set.of(1021, 1114, 1026, 1878, 1030);

    private DiskFull() {}

    static boolean isCauseOf(Throwable failure) {
        for (Throwable cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql && CODES.contains(sql.getErrorCode())) {
                return true;
            }
        }
        return false;
    }
}
