package foldback.web.upload;

/** Names for uploaded files: whatever a browser sends becomes one plain name in one folder. */
public final class UploadNames {
    private static final int MOST = 150;

    private UploadNames() {}

    /** The last part of a name without what a file system, a shell or a list would take for more than a letter. */
    public static String safe(String wanted) {
        String name = wanted == null ? "" : wanted.replace('\\', '/');
        name = name.substring(name.lastIndexOf('/') + 1);
        name = name.replaceAll("[\\p{Cntrl}\\p{Cf}\\p{Cs}\\p{Co}\\p{Cn}:*?\"<>|%]", "_")
                .strip();
        name = name.replaceAll("^[.\\- ]+", "").replaceAll("[. ]+$", "");
        if (name.isEmpty()) {
            return "upload";
        }
        int dot = name.lastIndexOf('.');
        String end = dot > 0 && name.length() - dot <= 8 ? name.substring(dot) : "";
        String stem = name.substring(0, name.length() - end.length());
        while ((stem + end).getBytes(java.nio.charset.StandardCharsets.UTF_8).length > MOST) {
            stem = stem.substring(0, stem.length() - 1);
        }
        return stem + end;
    }

    /** The same name with a number behind, before its ending. */
    public static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) + " " + number + name.substring(dot) : name + " " + number;
    }
}
