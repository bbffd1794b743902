# frozen_string_literal: true

require "json"

module MildAnvil
  # Reads the tables under data/ once and hands them, frozen, to whoever passes them into the core.
  module Catalogue
    FOLDER = File.expand_path("../../data", __dir__)
    # zones: key, name, x, y on a sketch 280 wide and 96 high; loads_shared: whether a load on one feature goes through
    # the others
    ItemType = Struct.new(:key, :name, :features, :zones, :parts, :loads_shared, :inspection_points, :id, :picture_id,
                          :added_by,
                          :retired, keyword_init: true)

    module_function

    # @return [Core::Quantity::UnitTable]
    def units
      @units ||= Core::Quantity::UnitTable.new(rows("units", :units).map { |row| Core::Quantity::Unit.new(**row) })
    end

    # @return [Array<Core::Quantity::Unit>] those of a logger, and those that are derived
    def every_unit
      @every_unit ||= (units.all + rows("units", :derived_units).map { |row| Core::Quantity::Unit.new(**row) }).freeze
    end

    # @return [Core::Quantity::Unit]
    # @raise [NotFound]
    def unit!(symbol)
      every_unit.find do |unit|
        unit.symbol == symbol
      end || raise(NotFound.new("there is no unit #{symbol}", unit: symbol))
    end

    # @return [Array<Core::Quantity::Measurand>]
    def measurands
      @measurands ||= rows("units", :measurands).map { |row| measurand_of(row, every_unit) }.freeze
    end

    # @return [Core::Quantity::Measurand]
    # @raise [NotFound]
    def measurand(key)
      measurands.find do |measurand|
        measurand.key == key
      end || raise(NotFound.new("there is no measurand #{key}", key: key))
    end

    def measurand_of(row, all)
      units = row.fetch(:displayed).map do |symbol|
        all.find do |unit|
          unit.symbol == symbol && unit.quantity == row[:quantity]
        end
      end
      Core::Quantity::Measurand.new(units: units, **row.slice(:key, :name, :strength, :limit, :load, :channels))
    end
    private_class_method :measurand_of

    # @return [Array<Hash>] lessons that ship with the application; see Core::Practice::Lesson
    def lessons = @lessons ||= rows("lessons").each(&:freeze).freeze

    # @return [Array<Core::Rating::DesignFactor>]
    def design_factors
      @design_factors ||= rows("design_factors").map { |row| Core::Rating::DesignFactor.new(**row).freeze }.freeze
    end

    # @return [Array<Core::Proof::Rule>]
    def proof_rules
      @proof_rules ||= begin
        source = table("proof_rules").fetch(:source)
        rows("proof_rules").map { |row| Core::Proof::Rule.new(source: source, **row) }.freeze
      end
    end

    # @return [Array<Hash>] steps of preparation to begin with, as data
    def preparation_templates = @preparation_templates ||= rows("preparation_templates")

    # @return [Array<Hash>] procedures of a bench, as data
    def procedures = @procedures ||= rows("procedures")

    UNKNOWN = { shape: "unknown", reason: "nothing says what shape its population has" }.freeze

    # What is known of the shape of an item's population before anything broke.
    # @return [Hash] shape, reason
    def population(item_type)
      row = populations.find { |one| one[:item_types].include?(item_type) }
      row ? row.slice(:shape, :reason) : UNKNOWN
    end

    # @return [Array<Core::Rating::Reduction>] what bends, edges, knots, splices and heat take from a limit
    def reductions
      @reductions ||= rows("reductions").map { |row| Core::Rating::Reduction.new(**row).freeze }.freeze
    end

    # @return [Array<Hash>] item_types, shape, reason, key
    def populations
      @populations ||= rows("populations").each_with_index.map { |row, i| row.merge(key: "shipped-#{i}").freeze }.freeze
    end

    # @return [Array<Hash>] when what was proved is due again, as data
    def due_rules = @due_rules ||= rows("due_rules")

    # @return [Array<Hash>] rules of upkeep to begin with, as data
    def upkeep_templates = @upkeep_templates ||= rows("upkeep_templates")

    # @return [Array<Hash>] acceptance plans to begin with, as data
    def acceptance_templates = @acceptance_templates ||= rows("acceptance_templates")

    # @return [Array<ItemType>]
    def item_types
      @item_types ||= rows("item_types").map do |row|
        ItemType.new(loads_shared: true, inspection_points: [], **row).freeze
      end.freeze
    end

    def rows(name, key = :rows) = table(name).fetch(key)
    private_class_method :rows

    def table(name) = JSON.parse(File.read(File.join(FOLDER, "#{name}.json")), symbolize_names: true, freeze: true)
    private_class_method :table
  end
end
