package foldback.web.upload;

import foldback.web.Role;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import me.desair.tus.server.TusFileUploadService;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.annotation.Profile;
import org.springframework.stereotype.Controller;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;

/** Takes files in pieces by the tus protocol; a broken upload is asked for its offset and goes on there. */
@Controller
@Profile(Role.PAGES)
class UploadController {
    private static final Logger LOG = LoggerFactory.getLogger(UploadController.class);
    private static final int NO_ROOM = 507;
    private static final String FULL =
            "The file could not be written whole: the disk is full, or what may be written is used up."
                    + " What arrived is kept; make room, then choose the file again to go on.";
    private final TusFileUploadService tus;
    private final Uploads uploads;

    UploadController(TusFileUploadService tus, Uploads uploads) {
        this.tus = tus;
        this.uploads = uploads;
    }

    @RequestMapping(
            path = {"/api/projects/{projectId}/uploads", "/api/projects/{projectId}/uploads/{upload}"},
            method = {
                RequestMethod.POST,
                RequestMethod.PATCH,
                RequestMethod.HEAD,
                RequestMethod.DELETE,
                RequestMethod.OPTIONS
            })
    void upload(@PathVariable Long projectId, HttpServletRequest request, HttpServletResponse response)
            throws IOException {
        boolean creates = request.getMethod().equals("POST");
        if (creates) {
            uploads.requireProject(projectId);
            String refusal = uploads.refusal(number(request, "Upload-Length"));
            if (refusal != null) {
                refuse(response, refusal);
                return;
            }
        }
        try {
            tus.process(request, response);
            if (fellShort(request, response)) {
                refuse(response, FULL);
            } else if (!request.getMethod().equals("DELETE") && response.getStatus() < 300) {
                String uri = creates ? response.getHeader("Location") : request.getRequestURI();
                uploads.finishIfWhole(projectId, path(uri));
            }
        } catch (IOException failed) {
            LOG.warn("an upload broke: {}", failed.getMessage());
            refuse(response, FULL);
        }
    }

    /** A disk that is full is not told as a failure: less is kept than was sent. */
    private static boolean fellShort(HttpServletRequest request, HttpServletResponse response) {
        String kept = response.getHeader("Upload-Offset");
        return request.getMethod().equals("PATCH")
                && response.getStatus() < 300
                && kept != null
                && request.getContentLengthLong() > 0
                && Long.parseLong(kept) < number(request, "Upload-Offset") + request.getContentLengthLong();
    }

    /** An address may be given whole. */
    private static String path(String uri) {
        int scheme = uri.indexOf("://");
        return scheme < 0 ? uri : uri.substring(uri.indexOf('/', scheme + 3));
    }

    private static long number(HttpServletRequest request, String header) {
        try {
            return Math.max(0, Long.parseLong(String.valueOf(request.getHeader(header))));
        } catch (NumberFormatException none) {
            return 0;
        }
    }

    private static void refuse(HttpServletResponse response, String why) throws IOException {
        if (!response.isCommitted()) {
            response.reset();
            response.setStatus(NO_ROOM);
            response.setContentType("text/plain;charset=UTF-8");
            response.getOutputStream().write(why.getBytes(StandardCharsets.UTF_8));
        }
    }
}
