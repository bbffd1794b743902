# frozen_string_literal: true

require "json"

module MildAnvil
  # Reads the tables under data/ once and hands them, frozen, to whoever passes them into the core.
  module Catalogue
    FOLDER = File.expand_path("../../data", __dir__)
    ItemType = Struct.new(:key, :name, :features, :zones, keyword_init: true)

    module_function

    # @return [Core::Quantity::UnitTable]
    def units
      @units ||= Core::Quantity::UnitTable.new(table("units").fetch(:units).map { |row| Core::Quantity::Unit.new(**row) })
    end

    # @return [Array<Core::Rating::DesignFactor>]
    def design_factors
      @design_factors ||= table("design_factors").fetch(:rows).map { |row| Core::Rating::DesignFactor.new(**row).freeze }.freeze
    end

    # @return [Array<Core::Proof::Rule>]
    def proof_rules
      @proof_rules ||= table("proof_rules").then { |t| t.fetch(:rows).map { |row| Core::Proof::Rule.new(**row, source: t.fetch(:source)) } }.freeze
    end

    # @return [Array<ItemType>]
    def item_types
      @item_types ||= table("item_types").fetch(:rows).map { |row| ItemType.new(**row).freeze }.freeze
    end

    # @raise [NotFound]
    def item_type(key)
      item_types.find { |type| type.key == key } || raise(NotFound.new("there is no item type #{key}", key: key))
    end

    def table(name) = JSON.parse(File.read(File.join(FOLDER, "#{name}.json")), symbolize_names: true, freeze: true)
    private_class_method :table
  end
end
