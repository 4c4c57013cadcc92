"""Addresses of rolls and brushes."""

from django.urls import path

from . import views

urlpatterns = [
    path("rolls", views.RollsView.as_view(), name="rolls"),
    path("rolls/<uuid:roll_id>", views.RollView.as_view(), name="roll"),
    path("rolls/<uuid:roll_id>/brushes", views.RollBrushesView.as_view(), name="roll-brushes"),
    path("brushes/<uuid:brush_id>", views.BrushView.as_view(), name="brush"),
    path("brushes/<uuid:brush_id>/restore", views.BrushRestoreView.as_view(), name="brush-restore"),
    path("brushes/<uuid:brush_id>/duplicate", views.BrushDuplicateView.as_view(), name="brush-duplicate"),
    path("brushes/<uuid:brush_id>/picture.png", views.BrushPictureView.as_view(), name="brush-picture"),
    path("brushes/<uuid:brush_id>/tip.png", views.BrushPictureView.as_view(which="tip_print"), name="brush-tip"),
    path("brushes/<uuid:brush_id>/readings", views.BrushReadingsView.as_view(), name="brush-readings"),
    path("brushes/<uuid:brush_id>/readings.csv", views.BrushReadingsCsvView.as_view(), name="brush-readings-csv"),
    path("brush-schema", views.BrushSchemaView.as_view(), name="brush-schema"),
    path("sources/<uuid:source_id>/follow", views.SourceFollowView.as_view()),
]
