package juiceswap.web.rehearse;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.DoubleFunction;
import juiceswap.core.changeover.Place;
import juiceswap.core.changeover.Plan;
import juiceswap.core.changeover.Planner;
import juiceswap.core.rehearsal.Act;
import juiceswap.core.rehearsal.Rehearsal.Entry;
import juiceswap.core.rehearsal.Walkthrough;
import juiceswap.core.rehearsal.Walkthrough.Did;
import juiceswap.core.rehearsal.World;
import juiceswap.web.rehearse.RehearsePages.Dot;
import juiceswap.web.rehearse.RehearsePages.Tick;
import juiceswap.web.rehearse.RehearsePages.Track;
import juiceswap.web.rehearse.RehearsePages.Walker;
import org.jspecify.annotations.Nullable;

/** Draws where each person was while rehearsing, and the least possible way beside it. */
final class RehearseTrack {
    private static final double WIDTH = 1000;
    private static final double ROW = 40;
    private static final double TOP = 20;
    private static final int TICKS = 5;
    private static final double LEAST_BESIDE = 7;

    private RehearseTrack() {}

    static Track of(Walkthrough walked, int[] numbers, DoubleFunction<String> clock) {
        World least = leastWay(walked);
        double until = Math.max(1, Math.max(walked.world().minutes(), least == null ? 0 : least.minutes()));
        Map<String, Line> own = new LinkedHashMap<>();
        World again = new World(
                walked.changeover(),
                walked.scenario().goal(),
                walked.scenario().begins(),
                walked.scenario().script());
        List<Dot> dots = new ArrayList<>();
        String feedsFrom = "";
        for (int i = 0; i < walked.seen().size(); i++) {
            Did did = walked.seen().get(i).did();
            Entry entry = walked.seen().get(i).entry();
            Line line = own.computeIfAbsent(did.by(), who -> new Line(until, LEAST_BESIDE * -own.size()));
            again.takeTurn(did.by());
            again.letPass(did.after());
            line.act(again, did.act());
            String mark = entry.consequences().stream()
                            .anyMatch(one -> one.kind().severity().harms())
                    ? "hurt"
                    : numbers[i] > 0 ? "rule" : "";
            dots.add(new Dot(line.x(again.minutes()), line.y(again.place()), mark, numbers[i]));
            if (feedsFrom.isEmpty() && again.generatorFeeds()) {
                feedsFrom = text(line.x(again.minutes()));
            }
        }
        List<Tick> ticks = new ArrayList<>();
        for (int i = 0; i <= TICKS; i++) {
            ticks.add(new Tick(WIDTH * i / TICKS, clock.apply(until * i / TICKS)));
        }
        return new Track(walkers(own, again), least == null ? "" : leastPath(walked, until), dots, ticks, feedsFrom);
    }

    private static List<Walker> walkers(Map<String, Line> own, World ended) {
        return own.entrySet().stream()
                .map(one -> new Walker(
                        one.getKey(),
                        one.getValue().path(),
                        one.getValue().endsAt(),
                        one.getValue().y(ended.place(one.getKey()))))
                .toList();
    }

    private static @Nullable World leastWay(Walkthrough walked) {
        World world = soundWorld(walked);
        Plan plan = plan(walked, world);
        if (plan.refused() != null) {
            return null;
        }
        plan.steps().forEach(step -> world.perform(Act.of(step.action(), step.circuit())));
        return world;
    }

    private static String leastPath(Walkthrough walked, double until) {
        World world = soundWorld(walked);
        Line line = new Line(until, LEAST_BESIDE);
        plan(walked, world).steps().forEach(step -> line.act(world, Act.of(step.action(), step.circuit())));
        return line.path();
    }

    private static World soundWorld(Walkthrough walked) {
        return new World(
                walked.changeover(),
                walked.scenario().goal(),
                walked.scenario().begins(),
                walked.scenario().script().withoutFaults());
    }

    private static Plan plan(Walkthrough walked, World world) {
        return new Planner(walked.changeover(), walked.scenario().goal()).plan(world.state());
    }

    private static String text(double value) {
        return String.format(Locale.ROOT, "%.1f", value);
    }

    /** From one place to the next as the minutes pass. */
    private static final class Line {
        private final double until;
        private final double beside;
        private final StringBuilder points = new StringBuilder();
        private @Nullable Place from;
        private double lastX;

        Line(double until, double beside) {
            this.until = until;
            this.beside = beside;
        }

        void act(World world, Act act) {
            double left = world.minutes();
            Place here = from;
            world.perform(act);
            Place there = world.place();
            if (here != null && there != null && here != there) {
                point(left, here);
                point(left + World.walkMinutes(here, there), there);
            } else if (here == null && there != null) {
                point(left, there);
            }
            point(world.minutes(), there);
            from = there;
        }

        private void point(double minutes, @Nullable Place place) {
            lastX = x(minutes);
            points.append(text(x(minutes)))
                    .append(',')
                    .append(text(y(place) + beside))
                    .append(' ');
        }

        double x(double minutes) {
            return WIDTH * minutes / until;
        }

        double y(@Nullable Place place) {
            int row = place == null
                    ? 0
                    : switch (place) {
                        case INDOORS -> 0;
                        case PANEL -> 1;
                        case INLET -> 2;
                        case GENERATOR -> 3;
                    };
            return TOP + ROW * row;
        }

        /** How far to the right it has come. */
        double endsAt() {
            return lastX;
        }

        String path() {
            return points.toString().trim();
        }
    }
}
