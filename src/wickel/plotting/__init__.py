"""A drawing goes to a plotter over the network: sent as fast as it can be taken, waiting while it
has no paper; and a stand-in for a plotter, to try it with."""

from wickel.plotting.sending import PlotProgress, PlotterLost, address_of, send_plot
from wickel.plotting.stand_in import StandIn

__all__ = ["PlotProgress", "PlotterLost", "StandIn", "address_of", "send_plot"]
