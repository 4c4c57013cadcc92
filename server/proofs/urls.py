"""Addresses of the proof sheet."""

from django.urls import path

from . import views

urlpatterns = [
    path("proof-strokes", views.ProofStrokesView.as_view(), name="proof-strokes"),
    path("lanes", views.LanesView.as_view(), name="lanes"),
    path("lanes/inkml", views.ReadInkMLView.as_view(), name="read-inkml"),
    path("lanes/<uuid:lane_id>.inkml", views.LaneInkMLView.as_view(), name="lane-inkml"),
]
