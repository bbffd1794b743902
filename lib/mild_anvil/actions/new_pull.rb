# frozen_string_literal: true

module MildAnvil
  module Actions
    # What a pull from a file and a typed peak have in common: its specimen, its feature, its number, its preload.
    module NewPull
      module_function

      # @param lot [Store::Models::Lot] locked by the caller's transaction
      # @return [Store::Models::Pull]
      # @raise [Conflict] if that feature has broken already
      def call(lot:, specimen_number:, feature_name:, person_id:, **columns)
        number = (Store::Models::Pull.where(lot_id: lot.id).max(:number) || 0) + 1
        specimen_number ||= (Store::Models::Specimen.where(lot_id: lot.id).max(:number) || 0) + 1
        feature_name = default_feature(lot) if feature_name.to_s.strip.empty?
        feature = Store::Models::Specimen.feature_for(lot.id, specimen_number, feature_name.strip)
        unbroken!(feature, specimen_number)
        Store::Models::Pull.create(lot_id: lot.id, feature_id: feature.id, number: number, person_id: person_id, preload_newtons: preload(feature),
                                   pulled_at: Time.now, **columns)
      end

      def default_feature(lot) = Catalogue.item_type(lot.item_type).features.first
      private_class_method :default_feature

      # The highest load that the piece has seen, at whichever feature.
      def preload(feature)
        Store::Models::Pull.where(feature_id: Store::Models::Feature.where(specimen_id: feature.specimen_id).select(:id)).max(:peak_newtons)
      end
      private_class_method :preload

      def unbroken!(feature, specimen_number)
        earlier = Store::Models::Pull.where(feature_id: feature.id).eager(:judgements).all
        broken = earlier.find { |pull| %w[break at_most between].include?(pull.judgement&.counts_as) } or return

        raise Conflict.new("Specimen #{specimen_number}, #{feature.name}, failed already in pull #{broken.number}: a feature breaks once. Give another specimen or feature, or judge that pull again",
                           pull: broken.number)
      end
      private_class_method :unbroken!
    end
  end
end
