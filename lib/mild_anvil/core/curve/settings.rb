# frozen_string_literal: true

module MildAnvil
  module Core
    module Curve
      # What the person wants to know of a recording beyond what it shows by itself. All in SI; nil or empty asks for
      # nothing.
      #
      # holds: [{newtons:, seconds:, below_share:}] targets to be held; gauge_length_metres: for the offset of the
      # yield;
      # yield_offset_metres; displacements_metres and forces_newtons: serviceability criteria; train_newtons_per_metre:
      # stiffness
      # of everything but the specimen; cell_uncertainties_newtons: [U1, U2] of two cells in series;
      # rate_newtons_per_second:
      # of the procedure.
      Settings = Struct.new(:holds, :gauge_length_metres, :yield_offset_metres, :displacements_metres, :forces_newtons,
                            :train_newtons_per_metre,
                            :cell_uncertainties_newtons, :rate_newtons_per_second, keyword_init: true) do
        def initialize(**given) = super(holds: [], displacements_metres: [], forces_newtons: [], **given)
      end
    end
  end
end
