# frozen_string_literal: true

module MildAnvil
  module Core
    module Rating
      # Scatter from earlier lots of the type: standard deviation in SI, its degrees of freedom, where it comes from,
      # and
      # the chance that lots of one scatter differ so much (nil for one lot).
      Borrowed = Struct.new(:standard_deviation_si, :dof, :source, :homogeneity_p, keyword_init: true) do
        # @param lots [Array<Array<Float>>] SI
        # @return [Borrowed]
        def self.from(lots, source: nil)
          pooled = Statistics::Homogeneity.pooled(lots)
          new(standard_deviation_si: pooled.standard_deviation, dof: pooled.dof, homogeneity_p: pooled.p,
              source: source || "#{lots.size} earlier #{lots.size == 1 ? 'lot' : 'lots'}").freeze
        end
      end
    end
  end
end
