"""Addresses of rolls and brushes."""

from django.urls import path

from . import views

urlpatterns = [
    path("rolls", views.RollsView.as_view(), name="rolls"),
    path("shipped-rolls", views.ShippedRollsView.as_view(), name="shipped-rolls"),
    path("brushes/<uuid:brush_id>", views.BrushView.as_view(), name="brush"),
    path("brushes/<uuid:brush_id>/picture.png", views.BrushPictureView.as_view(), name="brush-picture"),
    path("brushes/<uuid:brush_id>/tip.png", views.BrushPictureView.as_view(which="tip_print"), name="brush-tip"),
    path("brushes/<uuid:brush_id>/tip-shape.svg", views.BrushTipView.as_view(form="svg"), name="brush-tip-svg"),
    path("brushes/<uuid:brush_id>/tip-shape.png", views.BrushTipView.as_view(form="png"), name="brush-tip-png"),
    path("brushes/<uuid:brush_id>/readings", views.BrushReadingsView.as_view(), name="brush-readings"),
    path("brushes/<uuid:brush_id>/readings.csv", views.BrushReadingsCsvView.as_view(), name="brush-readings-csv"),
    path("brush-schema", views.BrushSchemaView.as_view(), name="brush-schema"),
]
