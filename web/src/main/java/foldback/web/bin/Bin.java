package foldback.web.bin;

import foldback.web.page.NotFoundException;
import foldback.web.project.Project;
import foldback.web.project.ProjectRepository;
import foldback.web.project.TakeRepository;
import foldback.web.project.TakeRow;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Deletes takes and projects so that they can be brought back for {@link #KEPT}; no file is touched. */
@Service
public class Bin {
    static final Duration KEPT = Duration.ofDays(30);
    private static final String DELIVERABLES = "deliverable d join take t on t.id = d.take_id";
    private final TakeRepository takes;
    private final ProjectRepository projects;
    private final JdbcTemplate database;
    private final Clock clock;

    Bin(TakeRepository takes, ProjectRepository projects, JdbcTemplate database, Clock clock) {
        this.takes = takes;
        this.projects = projects;
        this.database = database;
        this.clock = clock;
    }

    /**
     * What was deleted.
     *
     * @param kind "take" or "project"
     * @param project the one that a take belongs to; empty for a project
     * @param until when it is removed for good
     */
    record Deleted(String kind, long id, String name, String project, Instant until) {}

    /** What hangs on a take or a project: changes that were made, and files that were made of it. */
    record Belongings(long takes, long revisions, long deliverables) {}

    @Transactional(readOnly = true)
    Belongings ofTake(Long id) {
        take(id);
        return belongings("t.id = ?", id);
    }

    @Transactional(readOnly = true)
    Belongings ofProject(Long id) {
        project(id);
        return belongings("t.project_id = ?", id);
    }

    /** @param of which takes they are */
    private Belongings belongings(String of, Long id) {
        return new Belongings(
                count("take t where t.deleted_at is null and " + of, id),
                count("revision r join take t on t.id = r.take_id where " + of, id),
                count(DELIVERABLES + " where d.state = 'DONE' and " + of, id));
    }

    /** Deletes a take; its clips may go into other takes at once. */
    @Transactional
    void deleteTake(Long id) {
        TakeRow take = takes.lock(id).orElseThrow(() -> new NotFoundException("take " + id));
        refuseWhereQueued("The take", "t.id = ?", id);
        take.delete(clock.instant());
        database.update("update clip set former_take_id = take_id, take_id = null where take_id = ?", id);
    }

    @Transactional
    void deleteProject(Long id) {
        Project project = projects.lock(id).orElseThrow(() -> new NotFoundException("project " + id));
        refuseWhereQueued("The project", "t.project_id = ?", id);
        project.delete(clock.instant());
    }

    private void refuseWhereQueued(String what, String of, Long id) {
        long queued = count(DELIVERABLES + " where d.state in ('WAITING', 'WORKING', 'PAUSED') and " + of, id);
        if (queued > 0) {
            throw new IllegalArgumentException(what + " has "
                    + (queued == 1 ? "a deliverable" : queued + " deliverables")
                    + " in the queue. Let the work end, or cancel it in Handover, and delete then.");
        }
    }

    /** Brings a take back, with those of its clips that no other take took meanwhile. */
    @Transactional
    void restoreTake(Long id) {
        TakeRow take = takes.lock(id).orElseThrow(() -> new NotFoundException("take " + id));
        take.restore();
        database.update(
                "update clip set take_id = former_take_id, former_take_id = null"
                        + " where former_take_id = ? and take_id is null",
                id);
    }

    @Transactional
    void restoreProject(Long id) {
        projects.lock(id)
                .orElseThrow(() -> new NotFoundException("project " + id))
                .restore();
    }

    /** All that can be brought back, what was deleted last first; takes of a deleted project come back with it. */
    @Transactional(readOnly = true)
    List<Deleted> all() {
        Stream<Deleted> gone = projects.findByDeletedAtIsNotNull().stream()
                .map(project -> deleted("project", project.id(), project.name(), "", project.deletedAt()));
        Stream<Deleted> single = takes.findByDeletedAtIsNotNull().stream()
                .filter(take -> project(take.projectId()).deletedAt() == null)
                .map(take -> deleted(
                        "take",
                        take.id(),
                        take.name(),
                        project(take.projectId()).name(),
                        take.deletedAt()));
        return Stream.concat(gone, single)
                .sorted(Comparator.comparing(Deleted::until).reversed())
                .toList();
    }

    private static Deleted deleted(String kind, Long id, String name, String project, Instant at) {
        return new Deleted(kind, id, name, project, at.plus(KEPT));
    }

    /** Removes for good what was deleted longer ago than it is kept. */
    @Transactional
    public void purge() {
        Instant before = clock.instant().minus(KEPT);
        List<Project> gone = projects.findByDeletedAtBefore(before);
        Stream.concat(
                        takes.findByDeletedAtBefore(before).stream(),
                        gone.stream().flatMap(project -> takes.findByProjectIdOrderByPosition(project.id()).stream()))
                .map(TakeRow::id)
                .distinct()
                .toList()
                .forEach(this::purgeTake);
        for (Project project : gone) {
            database.update("delete from clip where project_id = ?", project.id());
            database.update("delete from project where id = ?", project.id());
        }
    }

    private void purgeTake(Long id) {
        database.update("update take set head_revision_id = null where id = ?", id);
        database.update("update clip set take_id = null where take_id = ?", id);
        database.update("delete from deliverable where take_id = ?", id);
        database.update("delete from stage_job where take_id = ?", id);
        database.update("update revision set parent_id = null where take_id = ?", id);
        database.update("delete from revision where take_id = ?", id);
        database.update("delete from take where id = ?", id);
    }

    @Transactional
    void renameTake(Long id, String name) {
        takes.lock(id).orElseThrow(() -> new NotFoundException("take " + id)).rename(name);
    }

    @Transactional
    void renameProject(Long id, String name) {
        projects.lock(id)
                .orElseThrow(() -> new NotFoundException("project " + id))
                .rename(name);
    }

    private TakeRow take(Long id) {
        return takes.findById(id).orElseThrow(() -> new NotFoundException("take " + id));
    }

    private Project project(Long id) {
        return projects.findById(id).orElseThrow(() -> new NotFoundException("project " + id));
    }

    private long count(String rows, Long id) {
        return database.queryForObject("select count(*) from " + rows, Long.class, id);
    }
}
