"""Addresses of the proof sheet."""

from django.urls import path

from .views import ProofStrokesView, ProofStrokeView

urlpatterns = [
    path("proof-strokes", ProofStrokesView.as_view(), name="proof-strokes"),
    path("proof-strokes/<uuid:stroke_id>", ProofStrokeView.as_view(), name="proof-stroke"),
]
