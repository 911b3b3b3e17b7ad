package foldback.web.upload;

import java.nio.charset.StandardCharsets;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Names for uploaded files: whatever a browser sends becomes one plain name in one folder. */
public final class UploadNames {
    private static final int MOST = 150;
    /** One letter as people see it, with all that belongs to it. */
    private static final Pattern LETTER = Pattern.compile("\\X");

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
        return cut(stem, MOST - bytes(end)) + end;
    }

    /** As many of a text's first letters as fit; what a reader sees as one letter stays whole. */
    private static String cut(String text, int most) {
        StringBuilder kept = new StringBuilder();
        Matcher letters = LETTER.matcher(text);
        while (letters.find() && bytes(kept + letters.group()) <= most) {
            kept.append(letters.group());
        }
        return kept.toString();
    }

    private static int bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8).length;
    }

    /** The same name with a number behind, before its ending. */
    public static String numbered(String name, int number) {
        int dot = name.lastIndexOf('.');
        return dot > 0 ? name.substring(0, dot) + " " + number + name.substring(dot) : name + " " + number;
    }
}
