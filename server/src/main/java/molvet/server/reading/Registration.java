package molvet.server.reading;

import java.util.ArrayList;
import java.util.List;
import molvet.core.chart.PageMarks;
import molvet.core.measure.Rect;
import molvet.core.reading.PageMap;

/** From marks found in a picture to ties between the page and the picture. */
final class Registration {
    private Registration() {}

    /** The four corners of every marker that was found. */
    static List<PageMap.Tie> ties(Marks found, PageMarks printed) {
        List<PageMap.Tie> ties = new ArrayList<>();
        for (Marks.Found f : found.markers()) {
            Rect b = printed.markers().get(f.id()).box();
            double[][] corners = {{b.x(), b.y()}, {b.right(), b.y()}, {b.right(), b.bottom()}, {b.x(), b.bottom()}};
            for (int i = 0; i < 4; i++) {
                PageMap.Point p = f.corners().get(i);
                ties.add(PageMap.Tie.of(corners[i][0], corners[i][1], p.x(), p.y()));
            }
        }
        return ties;
    }
}
